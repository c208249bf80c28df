/** Where the water is shut for the connections of one fixture: the smallest zone that covers the work. */
import type { SupplyKind } from "../plan/index.ts";
import type { SourceKind, WaterSource } from "../source/index.ts";
import type { StopProof, Survey } from "../survey/index.ts";
import { failsToClose, HOUSE_MAIN, nextValveUp, USUAL_SOURCE_VALVE, type Valve, type Zone } from "./valve.ts";

/** Which valve is shut for a connection, and the reason in words. */
export interface Isolation {
  readonly zone: Zone;
  readonly because: string;
  /** The fixture's own stop is shut; false: a valve above it. */
  readonly isOwnStop: boolean;
}

/** What isolation reads of a connection. */
export interface IsolationSubject {
  readonly id: string;
  readonly survey: Survey;
  /** Valves above its stop that are known, the nearest first. */
  readonly valves: readonly Valve[];
  /** Zone somebody named for it; absent: named after the stop. */
  readonly zone?: Zone;
}

/** Supplies with no stop that closes, unless a valve before them holds. */
const OPEN_PIPE: Partial<Readonly<Record<SupplyKind, string>>> = {
  pipe: "the pipe is to be cut and nothing stands before it",
  stub: "the pipe stands open behind its cap",
  "dead-stop": "the stop itself is to be replaced",
  tube: "the tube stands open and nothing stands before it",
};
const FAILED_STOP: Partial<Readonly<Record<StopProof, string>>> = {
  dead: "its stop does not hold",
  seized: "its stop is seized and must not be forced",
  unreachable: "its stop cannot be reached",
};
const OWN_STOP: Partial<Readonly<Record<StopProof, string>>> = {
  weeps: "its stop weeps a little: work goes on with a pan under it, nothing is soldered",
  "not-proved": "its stop is not proved yet: if it does not hold, the visit is planned again",
  holds: "its stop holds",
};

/** Returns why no stop of its own can be shut for a connection; null: one can. */
export function whyNoStop({ supply, stop }: Survey): string | null {
  const openPipe = supply.behindValve === "holds" ? undefined : OPEN_PIPE[supply.kind];
  return openPipe ?? FAILED_STOP[stop.proof] ?? null;
}

/** A valve above a connection's stop, as named or as is usual. */
export interface ValveAbove extends Zone {
  readonly proof: StopProof;
}

/** Returns the source of a kind that feeds a connection; undefined: none is known. Treated water comes from its tank. */
export function sourceOf(
  { survey }: Pick<IsolationSubject, "survey">,
  kind: SourceKind,
): WaterSource | undefined {
  const told = survey.sources?.find((source) => source.kind === kind);
  return told ?? (kind === "tank" && survey.supply.treated !== undefined ? { kind } : undefined);
}

/** Returns the valve that shuts a source. */
export const sourceValve = ({ kind, valve }: WaterSource): Zone =>
  valve === undefined ? USUAL_SOURCE_VALVE[kind] : { name: valve, kind: USUAL_SOURCE_VALVE[kind].kind };

/** What shuts all the water of a site: after a well's tank, else the house main. */
function lastValve(subject: Pick<IsolationSubject, "survey">): Zone {
  const source = sourceOf(subject, "well") ?? sourceOf(subject, "street");
  return source === undefined ? HOUSE_MAIN : sourceValve(source);
}

/** The next valve up where nobody has named one: a tank keeps its pressure when everything before it is shut. */
function nextUp(subject: Pick<IsolationSubject, "survey">): Zone {
  const { water } = subject.survey;
  const source = sourceOf(subject, "tank") ?? (water === "hot" ? sourceOf(subject, "heater") : undefined);
  return source === undefined ? nextValveUp(water) : sourceValve(source);
}

/** Returns the valves above the stop of a connection, the nearest first: those that are named, else the usual ones; the house main last. */
export function valvesAbove(subject: IsolationSubject): readonly ValveAbove[] {
  const { survey, valves, zone } = subject;
  const named = valves
    .filter(
      ({ shuts, water }) =>
        shuts !== "fixture" &&
        (water === undefined || water === survey.water) &&
        !(shuts === "hot" && survey.water === "cold"),
    )
    .map(({ name, shuts, proof }): ValveAbove => ({ name, kind: shuts, proof }));
  const notProved = (each: Zone): ValveAbove => ({ ...each, proof: "not-proved" });
  const asked = zone !== undefined && zone.kind !== "fixture" ? [notProved(zone)] : [];
  const usual = named.length > 0 ? named : asked.length > 0 ? asked : [notProved(nextUp(subject))];
  const all = usual.some(({ kind }) => kind === "house") ? usual : [...usual, notProved(lastValve(subject))];
  // What the survey says of the valve before the stop.
  return survey.stop.upstream === "fails"
    ? all.map((each, at) => (at === 0 ? { ...each, proof: "dead" } : each))
    : all;
}

/** No valve of the house closes, as far as anybody knows. */
const AT_THE_STREET: ValveAbove = {
  name: "street, by the water supplier",
  kind: "house",
  proof: "not-proved",
};

/** Returns the nearest valve above a connection's stop that is not known to fail, and those passed over. */
export function nearestClosing(subject: IsolationSubject): {
  readonly valve: ValveAbove;
  readonly passedOver: readonly ValveAbove[];
} {
  const above = valvesAbove(subject);
  const at = above.findIndex(({ proof }) => !failsToClose(proof));
  return { valve: above[at] ?? AT_THE_STREET, passedOver: at < 0 ? above : above.slice(0, at) };
}

/** Returns the name of a connection's own stop, where nobody named it. */
export const usualStopName = ({ label }: Survey): string => `stop of ${label}`;

/** Returns the names of the valves above a connection's stop, the nearest first. */
export const valveNamesAbove = (subject: IsolationSubject): readonly string[] =>
  valvesAbove(subject).map(({ name }) => name);

/**
 * Returns where the water is shut for each connection of one fixture, by connection: at its own stop while that holds or only weeps,
 * else at the nearest valve above that closes. Hot and cold are two waters: where one side's stop fails and the other's does not, the
 * good stop is shut on its side and only the failed side above.
 * Errors: none. Source: the decision table of isolation (docs/data-sources.md, "Trade practice").
 */
export function isolationsOf(subjects: readonly IsolationSubject[]): ReadonlyMap<string, Isolation> {
  return new Map(
    subjects.map((subject): [string, Isolation] => {
      const { id, survey, zone } = subject;
      const why = whyNoStop(survey);
      if (why === null)
        return [
          id,
          {
            zone: zone ?? { name: usualStopName(survey), kind: "fixture" },
            because: OWN_STOP[survey.stop.proof] ?? "",
            isOwnStop: true,
          },
        ];
      const { name, kind } = nearestClosing(subject).valve;
      const because =
        survey.stop.upstream === "fails" ? `${why}, and the valve before it does not close either` : why;
      return [id, { zone: { name, kind }, because, isOwnStop: false }];
    }),
  );
}
