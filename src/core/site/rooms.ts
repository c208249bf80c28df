/** A site room by room: the fixtures that are there, each with how it was left and what was done to it before. */

import type { ConnectionAsLeft } from "./as-left.ts";

export interface FixtureAsLeft {
  /** The latest of each connection, cold and hot. */
  readonly connections: readonly ConnectionAsLeft[];
  /** What stood before, the latest first: earlier visits, and what was corrected. */
  readonly before: readonly ConnectionAsLeft[];
  /** Taken out by the last visit: it is in its room's history only. */
  readonly isTakenOut: boolean;
}

export interface RoomAsLeft {
  readonly name: string;
  readonly fixtures: readonly FixtureAsLeft[];
}

/**
 * Returns the rooms of a site by name with their fixtures. A connection that a later visit went on from is history; so is what
 * was corrected. `asLeft`: every connection that visits to the site have left, in any order.
 */
export function roomsAsLeft(asLeft: readonly ConnectionAsLeft[]): readonly RoomAsLeft[] {
  const latestFirst = asLeft.toSorted((a, b) => b.signedAt.localeCompare(a.signedAt));
  const wentOn = new Set(
    latestFirst.flatMap(({ continues, isCorrected }) => (isCorrected ? [] : (continues ?? []))),
  );
  const isLatest = ({ connection, isCorrected }: ConnectionAsLeft) => !isCorrected && !wentOn.has(connection);
  const latest = latestFirst.filter(isLatest);
  const history = (first: ConnectionAsLeft): readonly ConnectionAsLeft[] => {
    const own: ConnectionAsLeft[] = [];
    const ids = new Set([first.connection]);
    for (let next: string | null = first.continues; next !== null && !ids.has(next); ) {
      ids.add(next);
      next = latestFirst.find(({ connection }) => connection === next)?.continues ?? null;
    }
    for (const each of latestFirst) if (ids.has(each.connection) && each !== first) own.push(each);
    return own;
  };
  const rooms = new Map<string, Map<string, ConnectionAsLeft[]>>();
  for (const each of latest) {
    const fixtures = rooms.get(each.room) ?? new Map<string, ConnectionAsLeft[]>();
    rooms.set(each.room, fixtures);
    fixtures.set(each.fixtureKey, [...(fixtures.get(each.fixtureKey) ?? []), each]);
  }
  return [...rooms]
    .toSorted(([a], [b]) => a.localeCompare(b, "en"))
    .map(([name, fixtures]) => ({
      name,
      fixtures: [...fixtures.values()].map((connections) => ({
        connections: connections.toSorted((a, b) => (a.water < b.water ? -1 : 1)),
        before: connections.flatMap(history),
        isTakenOut: connections.every(({ isTakenOut }) => isTakenOut),
      })),
    }));
}
