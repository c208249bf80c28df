/** The valve map of a site: the water down to every fixture that is there, as the last visits left it. */
import { nearestFirst, type PipingSubject, pipingOf, type Valve, valveBefore } from "../piping/index.ts";
import type { WaterMap } from "../situation/index.ts";
import type { ConnectionAsLeft } from "./as-left.ts";
import type { RoomAsLeft } from "./rooms.ts";

/** A site has fixtures of one name in many rooms. */
const nameOf = ({ label, room }: ConnectionAsLeft): string => (room === "" ? label : `${label}, ${room}`);

/** A connection as the piping is built from: the stop it was left with, old or new. */
const subjectOf = (left: ConnectionAsLeft, valves: readonly Valve[]): PipingSubject => {
  const { connection, survey, fixtureKey, stop } = left;
  return {
    id: connection,
    survey: { ...survey, label: nameOf(left), stop: { ...survey.stop, proof: stop.proof } },
    valves,
    fixture: fixtureKey,
    mixes: false,
    hasNewStop: stop.isNew,
  };
};

/** Returns the water of a site. `valves`: those that visits have noted, in any order. Errors: none. */
export function siteMap(valves: readonly Valve[], rooms: readonly RoomAsLeft[]): WaterMap {
  const left = rooms
    .flatMap(({ fixtures }) => fixtures.flatMap(({ connections }) => connections))
    .filter(({ isTakenOut }) => !isTakenOut);
  const nearest = nearestFirst(valves);
  const piping = pipingOf(left.map((each) => subjectOf(each, nearest)));
  const isNew = new Set(
    left
      .filter(({ stop }) => stop.isNew)
      .flatMap(({ connection }) => piping.reaches.get(connection)?.stop ?? []),
  );
  return {
    isAsLeft: true,
    valves: piping.valves.map(({ name, kind, proof, above }) => ({
      name,
      kind,
      // A stop that was new then was proved tight when its water came.
      proof: isNew.has(name) ? "holds" : proof,
      isShut: false,
      above: valveBefore(piping, above),
      pressure: "yes",
    })),
    ends: left.map((each) => ({
      connection: each.connection,
      label: nameOf(each),
      water: each.water,
      below: valveBefore(piping, piping.reaches.get(each.connection)?.line ?? ""),
      pressure: "yes",
      joints: [],
    })),
  };
}
