/** Where the water is shut for the connections of one fixture: the smallest zone that covers the work. */
import type { SupplyKind } from "../plan/index.ts";
import type { StopProof, Survey } from "../survey/index.ts";
import { failsToClose, HOUSE_MAIN, nextValveUp, type Valve, type Zone } from "./valve.ts";

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
};
const OWN_STOP: Partial<Readonly<Record<StopProof, string>>> = {
  weeps: "its stop weeps a little: work goes on with a pan under it, nothing is soldered",
  "not-proved": "its stop is not proved yet: if it does not hold, the visit is planned again",
  holds: "its stop holds",
};

/** Returns why no stop of its own can be shut for a connection; null: one can. */
function whyNotOwn({ supply, stop }: Survey): string | null {
  const openPipe = supply.behindValve === "holds" ? undefined : OPEN_PIPE[supply.kind];
  return openPipe ?? FAILED_STOP[stop.proof] ?? null;
}

/** Zones above the stop of a connection, the nearest first: valves that are named, else the usual ones; the house main last. */
function zonesAbove({ survey, valves, zone }: IsolationSubject): readonly Zone[] {
  const above = valves.filter(
    ({ shuts, water }) =>
      shuts !== "fixture" &&
      (water === undefined || water === survey.water) &&
      !(shuts === "hot" && survey.water === "cold"),
  );
  const named = above.map(({ name, shuts }): Zone => ({ name, kind: shuts }));
  const asked = zone !== undefined && zone.kind !== "fixture" ? [zone] : [];
  const usual = named.length > 0 ? named : asked.length > 0 ? asked : [nextValveUp(survey.water)];
  const all = usual.some(({ kind }) => kind === "house") ? usual : [...usual, HOUSE_MAIN];
  const closing = all.filter(
    ({ name }) => !above.some((valve) => valve.name === name && failsToClose(valve.proof)),
  );
  return survey.stop.upstream === "fails" ? closing.slice(1) : closing;
}

/** No valve of the house closes. */
const AT_THE_STREET: Zone = { name: "street, by the water supplier", kind: "house" };

/**
 * Returns where the water is shut for each connection of one fixture, by connection: at its own stop while that holds or only weeps,
 * else at the nearest valve above that closes. Where `mixes` and one side cannot be shut at its stop, both are shut above: water comes
 * through the fixture from the other side.
 * Errors: none. Source: the decision table of isolation (docs/data-sources.md, "Trade practice").
 */
export function isolationsOf(
  subjects: readonly IsolationSubject[],
  mixes: boolean,
): ReadonlyMap<string, Isolation> {
  const failing = subjects.find(({ survey }) => whyNotOwn(survey) !== null);
  return new Map(
    subjects.map((subject): [string, Isolation] => {
      const { id, survey, zone } = subject;
      const own = whyNotOwn(survey);
      const why =
        own ??
        (mixes && failing !== undefined
          ? `water comes through the fixture from the other side: ${whyNotOwn(failing.survey) ?? ""}`
          : null);
      if (why === null)
        return [
          id,
          {
            zone: zone ?? { name: `stop of ${survey.label}`, kind: "fixture" },
            because: OWN_STOP[survey.stop.proof] ?? "",
            isOwnStop: true,
          },
        ];
      const [above = AT_THE_STREET] = zonesAbove(subject);
      const because =
        survey.stop.upstream === "fails" && own !== null
          ? `${why}, and the valve before it does not close either`
          : why;
      return [id, { zone: above, because, isOwnStop: false }];
    }),
  );
}
