/**
 * How a visit stands after some acts: which valves are shut, where pressure can stand, what is owed, what may be done now. Computed from
 * the piping and the sheets; what one fixture's valve takes from another counts.
 */
import { type Piping, type Pressure, pipingOf, pressures, valveBefore } from "../piping/index.ts";
import {
  connectionFacts,
  type RunStep,
  remakeUnderWay,
  remakeValve,
  type StepTables,
} from "../step/index.ts";
import type { StopProof } from "../survey/index.ts";
import { blockersOf } from "./order-needs.ts";
import { owedOf } from "./owed.ts";
import { SITUATION_RULES, type SituationRules } from "./rules.ts";
import type { Blocked, FixtureSheet, Situation } from "./standing-shape.ts";
import type { WaterMap } from "./water-map.ts";
import { type ConnectionPlace, WATER_NEEDS, type WaterView } from "./water-needs.ts";

/** How a visit stands: asked as often as there are steps. */
export class Standing {
  readonly #sheets: readonly FixtureSheet[];
  readonly #placed: readonly ConnectionPlace[];
  readonly #piping: Piping;
  readonly #answers: ReadonlyMap<string, StopProof>;
  readonly #rules: SituationRules;

  constructor(
    sheets: readonly FixtureSheet[],
    tables: Pick<StepTables, "fixtures">,
    answers: ReadonlyMap<string, StopProof>,
    rules: SituationRules,
  ) {
    this.#sheets = sheets;
    this.#rules = rules;
    this.#answers = answers;
    const facts = sheets.flatMap((fixture) =>
      connectionFacts(fixture.connections, tables).map((each) => ({ fixture, each })),
    );
    this.#piping = pipingOf(
      facts.map(({ fixture, each: { subject, hasNewStop, fixture: known } }) => ({
        ...subject,
        fixture: fixture.id,
        mixes: known?.mixing === true,
        hasNewStop,
      })),
    );
    this.#placed = facts.map(({ fixture, each }) => {
      const { subject, isolation, hasNewStop, pipeSide } = each;
      const under = remakeUnderWay(subject);
      const again = under === undefined ? null : remakeValve(each, under);
      // What the piping calls its own stop: two fixtures may go by one name.
      const ownStop = this.#piping.reaches.get(subject.id)?.stop ?? null;
      const named = (isOwn: boolean, name: string) => (isOwn ? (ownStop ?? name) : name);
      return {
        id: subject.id,
        fixture,
        zone: named(isolation.isOwnStop, isolation.zone.name),
        zoneKind: isolation.zone.kind,
        isOwnStop: isolation.isOwnStop,
        hasNewStop,
        pipeSide,
        remake:
          under === undefined || again === null ? null : { under, valve: named(again.isOwnStop, again.name) },
      };
    });
  }

  #isDone(at: ConnectionPlace, role: RunStep["role"]): boolean {
    return at.fixture.steps.some(
      (step) => step.role === role && step.isDone && step.connections.includes(at.id),
    );
  }

  /** What the needs of the water are read from. */
  readonly #water: WaterView = {
    placed: () => this.#placed,
    reachOf: (id) => this.#piping.reaches.get(id),
    isShut: (valve) => this.#isShut(valve),
    isDone: (at, role) => this.#isDone(at, role),
    shutAgainBefore: (own, step) => this.#shutAgainBefore(own, step),
    firstBlocker: (sheet, step) => blockersOf(sheet.steps, step, this.#rules.order)[0],
  };

  /** When a valve above was last shut or opened at any fixture, UTC; null: never. */
  #lastDoneFor(valve: string, role: RunStep["role"]): string | null {
    const times = this.#placed
      .filter((at) => !at.isOwnStop && at.zone === valve)
      .flatMap((at) =>
        at.fixture.steps
          .filter((step) => step.role === role && step.isDone && step.connections.includes(at.id))
          .map(({ doneAt }) => doneAt ?? ""),
      );
    return times.toSorted().at(-1) ?? null;
  }

  /** Whether a valve is shut to make a joint anew. */
  #isShutAgain(valve: string): boolean {
    return this.#placed.some(
      ({ remake }) => remake?.valve === valve && remake.under.done["shut-again"] !== undefined,
    );
  }

  /** The connection for which a valve is shut again that takes the water from others; its own letting in opens that valve. */
  #shutAgainBefore(own: readonly ConnectionPlace[], step: RunStep): ConnectionPlace | undefined {
    const before = own.flatMap(({ id }) => {
      const reach = this.#piping.reaches.get(id);
      return reach === undefined ? [] : [...reach.above, reach.stop];
    });
    return this.#placed.find(
      (at) =>
        at.remake !== null &&
        before.includes(at.remake.valve) &&
        this.#isShutAgain(at.remake.valve) &&
        !(step.role === "water-again" && step.connections.includes(at.id)),
    );
  }

  #isShut(valve: string): boolean {
    if (this.#isShutAgain(valve)) return true;
    const own = this.#placed.filter(({ id }) => this.#piping.reaches.get(id)?.stop === valve);
    if (own.length > 0)
      return own.some(
        (at) => (at.hasNewStop || this.#isDone(at, "close-stop")) && !this.#isDone(at, "water-in"),
      );
    const shutAt = this.#lastDoneFor(valve, "close-upstream");
    const openedAt = this.#lastDoneFor(valve, "open-upstream");
    return shutAt !== null && (openedAt === null || shutAt > openedAt);
  }

  #proofOf(valve: string, surveyed: StopProof): StopProof {
    const answer = this.#placed.flatMap(({ id, zone }) =>
      zone === valve ? (this.#answers.get(id) ?? []) : [],
    )[0];
    if (answer !== undefined) return answer;
    const isProved = this.#placed.some(
      (at) =>
        (at.zone === valve && this.#isDone(at, "prove")) ||
        (at.remake?.valve === valve && at.remake.under.done["prove-again"] !== undefined),
    );
    return isProved && surveyed === "not-proved" ? "holds" : surveyed;
  }

  /** The pressure that can stand on each stretch. */
  #pressures(): ReadonlyMap<string, Pressure> {
    return pressures(
      this.#piping,
      (valve) => !this.#isShut(valve),
      ({ name, proof }) => this.#proofOf(name, proof),
    );
  }

  /** The pressure that can stand behind each connection's own stop. */
  pressure(): ReadonlyMap<string, Pressure> {
    const found = this.#pressures();
    return new Map([...this.#piping.reaches].map(([id, { line }]) => [id, found.get(line) ?? "no"]));
  }

  shut(): readonly string[] {
    // A stop that is still to be put in is no valve that anybody shut.
    const isThere = (valve: string) =>
      this.#placed.every(
        (at) => this.#piping.reaches.get(at.id)?.stop !== valve || !at.hasNewStop || this.#isDone(at, "make"),
      );
    return this.#piping.valves.map(({ name }) => name).filter((name) => this.#isShut(name) && isThere(name));
  }

  /** The water as it is drawn. */
  map(): WaterMap {
    const found = this.#pressures();
    const shut = new Set(this.shut());
    return {
      valves: this.#piping.valves.map(({ name, kind, proof, above, below }) => ({
        name,
        kind,
        proof: this.#proofOf(name, proof),
        isShut: shut.has(name),
        above: valveBefore(this.#piping, above),
        pressure: found.get(below) ?? "no",
      })),
      ends: this.#placed.flatMap(({ id, fixture }) => {
        const reach = this.#piping.reaches.get(id);
        const subject = fixture.connections.find((each) => each.id === id);
        if (reach === undefined || subject === undefined) return [];
        const { label, water } = subject.survey;
        return [
          {
            connection: id,
            label,
            water,
            below: valveBefore(this.#piping, reach.line),
            pressure: found.get(reach.line) ?? "no",
            joints: (subject.plan?.plan.joints ?? []).map(({ number }) => number),
          },
        ];
      }),
    };
  }

  /** Why a step of a sheet may not be done yet; null: nothing holds it up. */
  held(fixture: FixtureSheet, step: RunStep): Blocked | null {
    const [blocker] = blockersOf(fixture.steps, step, this.#rules.order);
    if (blocker !== undefined)
      return {
        fixture: fixture.id,
        step,
        need: "order",
        first: { fixture: fixture.id, step: blocker.step },
        why: blocker.why,
      };
    const asked = { fixture, step, own: this.#placed.filter(({ id }) => step.connections.includes(id)) };
    for (const need of this.#rules.water) {
      const held = WATER_NEEDS[need](asked, this.#water);
      if (held !== null) return { fixture: fixture.id, step, need, why: "", ...held };
    }
    return null;
  }

  open(): Pick<Situation, "next" | "blocked"> {
    const undone = this.#sheets.flatMap((fixture) =>
      fixture.steps.filter(({ isDone }) => !isDone).map((step) => ({ fixture, step })),
    );
    const judged = undone.map(({ fixture, step }) => ({ fixture, step, held: this.held(fixture, step) }));
    return {
      next: judged.flatMap(({ fixture, step, held }) =>
        held === null ? [{ fixture: fixture.id, step }] : [],
      ),
      blocked: judged.flatMap(({ held }) => held ?? []),
    };
  }
}

/**
 * Returns how a visit stands, to be asked what holds a step up. `answers` as for `situationOf`; `rules`: other than the product's own only to
 * see what each is good for. The sheets are those of all fixtures that are worked on. Errors: none.
 */
export function standingOf(
  sheets: readonly FixtureSheet[],
  tables: Pick<StepTables, "fixtures">,
  answers: ReadonlyMap<string, StopProof> = new Map(),
  rules: SituationRules = SITUATION_RULES,
): Standing {
  return new Standing(sheets, tables, answers, rules);
}

/**
 * Returns how a visit stands. `answers`: what proofs have come to, by connection; a proof that was done without an answer holds.
 * Errors: none. Source: the model of water, power and work (docs/data-sources.md, "Trade practice").
 */
export function situationOf(
  sheets: readonly FixtureSheet[],
  tables: Pick<StepTables, "fixtures">,
  answers: ReadonlyMap<string, StopProof> = new Map(),
): Situation {
  const standing = standingOf(sheets, tables, answers);
  return {
    shut: standing.shut(),
    pressure: standing.pressure(),
    owed: sheets.flatMap(({ id, steps }) => owedOf(steps).map((each) => ({ ...each, fixture: id }))),
    ...standing.open(),
  };
}
