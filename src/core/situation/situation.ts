/**
 * How a visit stands after some acts: which valves are shut, where pressure can stand, what is owed, what may be done now. Computed from
 * the piping and the sheets; what one fixture's valve takes from another counts.
 */
import { type Piping, type Pressure, pipingOf, pressures } from "../piping/index.ts";
import {
  blockersOf,
  connectionFacts,
  type RunStep,
  type StepSubject,
  type StepTables,
} from "../step/index.ts";
import type { StopProof } from "../survey/index.ts";
import { type Owed, owedOf } from "./owed.ts";

/** A fixture's connections with its run sheet, its steps marked as they are done. */
export interface FixtureSheet {
  readonly id: string;
  readonly connections: readonly StepSubject[];
  readonly steps: readonly RunStep[];
}

/** Why an act is not done yet. */
export const NEED_CODES = ["order", "valve-above-shut", "not-made-below", "not-proved-below"] as const;
export type NeedCode = (typeof NEED_CODES)[number];

export interface Blocked {
  readonly fixture: string;
  readonly step: RunStep;
  readonly need: NeedCode;
  /** The step that meets the need; null: none on these sheets does. */
  readonly first: { readonly fixture: string; readonly step: RunStep } | null;
  /** In words, where the need is the order of one fixture's steps; empty: the code says all. */
  readonly why: string;
}

export interface Situation {
  /** Names of valves and stops that are shut. */
  readonly shut: readonly string[];
  /** Whether pressure can stand behind each connection's own stop, by connection. */
  readonly pressure: ReadonlyMap<string, Pressure>;
  readonly owed: readonly (Owed & { readonly fixture: string })[];
  readonly next: readonly { readonly fixture: string; readonly step: RunStep }[];
  readonly blocked: readonly Blocked[];
}

/** Acts that need water before the fixture's own stop. */
const NEEDS_WATER: readonly RunStep["role"][] = ["water-in", "purge", "exercise", "first-look", "stand-look"];

/** A connection as the situation reads one. */
interface ConnectionPlace {
  readonly id: string;
  readonly fixture: FixtureSheet;
  readonly zone: string;
  readonly isOwnStop: boolean;
  readonly hasNewStop: boolean;
  readonly pipeSide: readonly number[];
}

class Standing {
  readonly #sheets: readonly FixtureSheet[];
  readonly #placed: readonly ConnectionPlace[];
  readonly #piping: Piping;
  readonly #answers: ReadonlyMap<string, StopProof>;

  constructor(
    sheets: readonly FixtureSheet[],
    tables: Pick<StepTables, "fixtures">,
    answers: ReadonlyMap<string, StopProof>,
  ) {
    this.#sheets = sheets;
    this.#answers = answers;
    const facts = sheets.flatMap((fixture) =>
      connectionFacts(fixture.connections, tables).map((each) => ({ fixture, each })),
    );
    this.#placed = facts.map(({ fixture, each: { subject, isolation, hasNewStop, pipeSide } }) => ({
      id: subject.id,
      fixture,
      zone: isolation.zone.name,
      isOwnStop: isolation.isOwnStop,
      hasNewStop,
      pipeSide,
    }));
    this.#piping = pipingOf(
      facts.map(({ fixture, each: { subject, hasNewStop, fixture: known } }) => ({
        ...subject,
        fixture: fixture.id,
        mixes: known?.mixing === true,
        hasNewStop,
      })),
    );
  }

  #isDone(at: ConnectionPlace, role: RunStep["role"]): boolean {
    return at.fixture.steps.some(
      (step) => step.role === role && step.isDone && step.connections.includes(at.id),
    );
  }

  /** Whether some connection's step of a role is done for a valve above. */
  #isDoneFor(valve: string, role: RunStep["role"]): boolean {
    return this.#placed.some((at) => !at.isOwnStop && at.zone === valve && this.#isDone(at, role));
  }

  #isShut(valve: string): boolean {
    const own = this.#placed.filter(({ id }) => this.#piping.reaches.get(id)?.stop === valve);
    if (own.length > 0)
      return own.some(
        (at) => (at.hasNewStop || this.#isDone(at, "close-stop")) && !this.#isDone(at, "water-in"),
      );
    return this.#isDoneFor(valve, "close-upstream") && !this.#isDoneFor(valve, "open-upstream");
  }

  #proofOf(valve: string, surveyed: StopProof): StopProof {
    const answer = this.#placed.flatMap(({ id, zone }) =>
      zone === valve ? (this.#answers.get(id) ?? []) : [],
    )[0];
    if (answer !== undefined) return answer;
    const isProved = this.#placed.some((at) => at.zone === valve && this.#isDone(at, "prove"));
    return isProved && surveyed === "not-proved" ? "holds" : surveyed;
  }

  /** The pressure that can stand behind each connection's own stop. */
  pressure(): ReadonlyMap<string, Pressure> {
    const found = pressures(
      this.#piping,
      (valve) => !this.#isShut(valve),
      ({ name, proof }) => this.#proofOf(name, proof),
    );
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

  #blocked(fixture: FixtureSheet, step: RunStep): Blocked | null {
    const [blocker] = blockersOf(fixture.steps, step);
    if (blocker !== undefined)
      return {
        fixture: fixture.id,
        step,
        need: "order",
        first: { fixture: fixture.id, step: blocker.step },
        why: blocker.why,
      };
    const held = (need: NeedCode, at: ConnectionPlace, role: RunStep["role"]): Blocked => {
      const first = at.fixture.steps.find((each) => each.role === role && !each.isDone);
      return {
        fixture: fixture.id,
        step,
        need,
        first: first === undefined ? null : { fixture: at.fixture.id, step: first },
        why: "",
      };
    };
    const own = this.#placed.filter(({ id }) => step.connections.includes(id));
    if (NEEDS_WATER.includes(step.role) || step.stage !== null) {
      const above = own.flatMap(({ id }) => this.#piping.reaches.get(id)?.above ?? []);
      const closed = this.#placed.find(
        (at) => !at.isOwnStop && above.includes(at.zone) && this.#isShut(at.zone),
      );
      if (closed !== undefined) return held("valve-above-shut", closed, "open-upstream");
    }
    const [valve] = own.flatMap(({ isOwnStop, zone }) => (isOwnStop ? [] : [zone]));
    if (step.role === "open-upstream" && valve !== undefined) {
      const unmade = this.#placed.find(
        (at) =>
          at.zone === valve &&
          at.fixture.steps.some(
            ({ role, isDone, connections, atJoint }) =>
              role === "make" &&
              !isDone &&
              connections.includes(at.id) &&
              at.pipeSide.includes(atJoint ?? -1),
          ),
      );
      if (unmade !== undefined) return held("not-made-below", unmade, "make");
    }
    if (step.role === "close-upstream" && valve !== undefined) {
      const unproved = this.#placed.find(
        (at) =>
          at.isOwnStop &&
          this.#piping.reaches.get(at.id)?.above.includes(valve) === true &&
          !this.#isDone(at, "prove") &&
          !this.#isDone(at, "water-in"),
      );
      if (unproved !== undefined) return held("not-proved-below", unproved, "prove");
    }
    return null;
  }

  open(): Pick<Situation, "next" | "blocked"> {
    const undone = this.#sheets.flatMap((fixture) =>
      fixture.steps.filter(({ isDone }) => !isDone).map((step) => ({ fixture, step })),
    );
    const judged = undone.map(({ fixture, step }) => ({ fixture, step, held: this.#blocked(fixture, step) }));
    return {
      next: judged.flatMap(({ fixture, step, held }) =>
        held === null ? [{ fixture: fixture.id, step }] : [],
      ),
      blocked: judged.flatMap(({ held }) => held ?? []),
    };
  }
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
  const standing = new Standing(sheets, tables, answers);
  return {
    shut: standing.shut(),
    pressure: standing.pressure(),
    owed: sheets.flatMap(({ id, steps }) => owedOf(steps).map((each) => ({ ...each, fixture: id }))),
    ...standing.open(),
  };
}
