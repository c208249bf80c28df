/** What hangs on a stop, before the line that goes on to the fixture. */
import { LENGTH_KINDS } from "../part/index.ts";
import type { Candidate } from "./candidate.ts";

/** Functions of devices that hang between a stop and the line. */
const DEVICES = ["arrestor", "auto-shutoff", "filter", "backflow"] as const;
/** Devices in a row that a stop carries by its own joint. */
const MOST_HANGING = 1;

/** Returns true where more hangs on the stop than its joint should carry. */
export function hangsHeavy({ chain }: Candidate): boolean {
  const line = chain.links.findIndex(({ passage }) => LENGTH_KINDS.includes(passage.part.kind));
  const before = line < 0 ? chain.links : chain.links.slice(0, line);
  const devices = before.filter(({ passage: { part } }) =>
    DEVICES.some((each) => part.functions.includes(each)),
  );
  return devices.length > MOST_HANGING || devices.some(({ passage: { part } }) => part.kind === "filter");
}
