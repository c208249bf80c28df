/** The drawn water in words: what stands on a valve's label, and the whole drawing for those who cannot see it. */
import type { MapEnd, MapValve, WaterMap } from "../core/situation/index.ts";
import type { StopProof } from "../core/survey/index.ts";

const PROOF: Readonly<Record<StopProof, string>> = {
  holds: "holds",
  weeps: "weeps",
  dead: "does not hold",
  seized: "seized",
  unreachable: "out of reach",
  "not-proved": "not proved",
};

/** Returns how a valve stands: shut or open, and what it is known to do; of a map as visits left it, only that. */
export const valveStateWords = (
  { isShut, proof }: Pick<MapValve, "isShut" | "proof">,
  { isAsLeft }: Pick<WaterMap, "isAsLeft"> = {},
): string => (isAsLeft === true ? PROOF[proof] : `${isShut ? "shut" : "open"}, ${PROOF[proof]}`);

const PRESSURE = {
  yes: "under pressure",
  possible: "pressure possible",
  weep: "a weep at most",
  no: "no pressure",
} as const;

/** Returns where pressure can stand at a connection, in words. */
const pressureWords = ({ pressure }: Pick<MapEnd, "pressure">): string => PRESSURE[pressure];

/** Returns what stands under a connection: its joints; without any where pressure can stand, and of a map as visits left it only its water. */
export function endStateWords(end: MapEnd, { isAsLeft }: Pick<WaterMap, "isAsLeft">): string {
  if (end.joints.length > 0) return `joint${end.joints.length > 1 ? "s" : ""} ${end.joints.join(", ")}`;
  return isAsLeft === true ? end.water : pressureWords(end);
}

/** Returns the whole drawing in words. */
export function waterMapWords(map: WaterMap): string {
  const { valves, ends, isAsLeft } = map;
  const below = ({ label, below: valve }: MapEnd) => `${label}: below ${valve ?? "the street"}`;
  return [
    ...valves.map((valve) => `${valve.name}: ${valveStateWords(valve, map)}`),
    ...ends.map((end) => (isAsLeft === true ? below(end) : `${end.label}: ${pressureWords(end)}`)),
  ].join("; ");
}
