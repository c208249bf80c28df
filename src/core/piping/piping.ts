/**
 * The piping of a site as far as a visit knows it: where the water comes from, the valves on its way, and the stretches between
 * them on which joints lie. A stretch is named after the valve that it lies below.
 */
import type { StopProof, Survey } from "../survey/index.ts";
import { type IsolationSubject, usualStopName, valvesAbove, whyNoStop } from "./isolation.ts";
import type { ZoneKind } from "./valve.ts";

/** Before every valve of the site. */
export const STREET = "street";

/** A valve between two stretches of water. */
export interface PipingValve {
  readonly name: string;
  readonly kind: ZoneKind;
  readonly proof: StopProof;
  /** Stretches on its supply side and below it. */
  readonly above: string;
  readonly below: string;
}

/** A connection's place in the piping. */
export interface Reach {
  /** Water before the connection's own stop; where it has none, all of it. */
  readonly pipe: string;
  /** Water behind its own stop. */
  readonly line: string;
  /** Name of its own stop, old or new; null: none. */
  readonly stop: string | null;
  /** Names of the valves above its stop, the nearest first. */
  readonly above: readonly string[];
}

/** A way by which water of one side comes to the other: a mixing valve, a recirculation line. */
export interface Cross {
  readonly between: readonly [string, string];
}

export interface Piping {
  readonly valves: readonly PipingValve[];
  readonly crosses: readonly Cross[];
  readonly reaches: ReadonlyMap<string, Reach>;
}

/** What the piping is built from, of one connection. */
export interface PipingSubject extends IsolationSubject {
  /** The connections of one fixture share it. */
  readonly fixture: string;
  /** The fixture joins its hot and cold water. */
  readonly mixes: boolean;
  /** The plan brings a stop of its own. */
  readonly hasNewStop: boolean;
}

const below = (valve: string) => `below ${valve}`;

/** Returns the name of the valve that a stretch lies below; null: the street. */
export const valveBefore = ({ valves }: Pick<Piping, "valves">, stretch: string): string | null =>
  valves.find((valve) => valve.below === stretch)?.name ?? null;

/** Returns the name of a connection's own stop, old or new. */
export const stopNameOf = ({ survey, zone }: Pick<IsolationSubject, "survey" | "zone">): string =>
  zone?.kind === "fixture" ? zone.name : usualStopName(survey);

/**
 * Returns the name of each connection's own stop, by connection. A stop is one connection's alone, unless somebody named it: where two
 * connections go by the same name, the later one's stop is told apart by its room, its water where that differs, or a number.
 */
function ownStopNames(subjects: readonly PipingSubject[]): ReadonlyMap<string, string> {
  const taken = new Map<string, Survey["water"]>();
  return new Map(
    subjects.map((subject): [string, string] => {
      const name = stopNameOf(subject);
      if (subject.zone?.kind === "fixture") return [subject.id, name];
      const { place, water } = subject.survey;
      const ways = [
        name,
        ...(place === "" ? [] : [`${name}, ${place}`]),
        ...(taken.get(name) === water ? [] : [`${name}, ${water}`]),
        ...subjects.map((_, at) => `${name}, ${at + 2}`),
      ];
      const own = ways.find((way) => !taken.has(way)) ?? name;
      taken.set(own, water);
      return [subject.id, own];
    }),
  );
}

/** Returns the piping that a visit's connections lie in. Valves of one name are one valve, but for stops that nobody named. */
export function pipingOf(subjects: readonly PipingSubject[]): Piping {
  const stopNames = ownStopNames(subjects);
  const valves = new Map<string, PipingValve>();
  const reaches = new Map<string, Reach>();
  for (const subject of subjects) {
    const { id, survey, hasNewStop } = subject;
    const chain = valvesAbove(subject);
    let stretch = STREET;
    for (const { name, kind, proof } of chain.toReversed()) {
      if (!valves.has(name)) valves.set(name, { name, kind, proof, above: stretch, below: below(name) });
      stretch = below(name);
    }
    const hasStop = hasNewStop || whyNoStop(survey) === null;
    const stop = hasStop ? (stopNames.get(id) ?? null) : null;
    if (stop !== null && !valves.has(stop))
      valves.set(stop, {
        name: stop,
        kind: "fixture",
        // A new stop is proved when its water comes.
        proof: hasNewStop ? "not-proved" : survey.stop.proof,
        above: stretch,
        below: below(stop),
      });
    reaches.set(id, {
      pipe: stretch,
      line: stop === null ? stretch : below(stop),
      stop,
      above: chain.map(({ name }) => name),
    });
  }
  const lineOf = (id: string) => reaches.get(id)?.line ?? STREET;
  const crosses = subjects.flatMap((one, at) =>
    subjects
      .slice(at + 1)
      .filter(
        (other) => one.mixes && other.fixture === one.fixture && other.survey.water !== one.survey.water,
      )
      .map((other): Cross => ({ between: [lineOf(one.id), lineOf(other.id)] })),
  );
  return { valves: [...valves.values()], crosses, reaches };
}

/**
 * Whether pressure can stand on a stretch. yes: by open valves. possible: through a valve that does not hold or that nobody proved, or through a
 * cross. weep: only through valves proved to weep. no: every way is shut by a valve that holds.
 */
export const PRESSURES = ["no", "weep", "possible", "yes"] as const;
export type Pressure = (typeof PRESSURES)[number];

/** How much of the pressure above a shut valve lets pass, by its proof. */
const PASSES: Readonly<Record<StopProof, Pressure>> = {
  holds: "no",
  weeps: "weep",
  dead: "possible",
  seized: "possible",
  unreachable: "possible",
  "not-proved": "possible",
};

const rank = (pressure: Pressure) => PRESSURES.indexOf(pressure);
const lesser = (one: Pressure, other: Pressure) => (rank(one) <= rank(other) ? one : other);

/**
 * Returns the pressure that can stand on each stretch. `proofOf` says what a valve is known to do now; absent for a valve: as surveyed.
 * `isOpen` says whether a valve is open. The best way to a stretch counts: the widest path, by relaxation until nothing changes.
 */
export function pressures(
  { valves, crosses }: Pick<Piping, "valves" | "crosses">,
  isOpen: (valve: string) => boolean,
  proofOf: (valve: PipingValve) => StopProof = ({ proof }) => proof,
): ReadonlyMap<string, Pressure> {
  const found = new Map<string, Pressure>([[STREET, "yes"]]);
  const edges = [
    ...valves.map((valve) => ({
      from: valve.above,
      to: valve.below,
      lets: isOpen(valve.name) ? ("yes" as const) : PASSES[proofOf(valve)],
    })),
    ...crosses.flatMap(({ between: [one, other] }) => [
      { from: one, to: other, lets: "possible" as const },
      { from: other, to: one, lets: "possible" as const },
    ]),
  ];
  for (let isChanged = true; isChanged; ) {
    isChanged = false;
    for (const { from, to, lets } of edges) {
      const comes = lesser(found.get(from) ?? "no", lets);
      if (rank(comes) <= rank(found.get(to) ?? "no")) continue;
      found.set(to, comes);
      isChanged = true;
    }
  }
  return found;
}
