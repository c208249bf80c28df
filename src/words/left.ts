/** What is left when somebody leaves, in words: as a state, and as what is done about it. */
import type { LeftCode } from "../core/situation/index.ts";

interface LeftWords {
  /** How it stands, for a chip or a line. */
  readonly state: string;
  /** The button that says it is settled. */
  readonly settled: string;
}

export const LEFT_WORDS: Readonly<Record<LeftCode, LeftWords>> = {
  "valve-shut": { state: "The valve above is shut", settled: "It is open" },
  "stop-shut": { state: "The stop is shut", settled: "It is open" },
  "shut-for-remake": { state: "Shut to make a joint anew", settled: "It is open" },
  "other-side-shut": { state: "The other side is shut", settled: "It is open" },
  "outlet-open": { state: "The outlet is open", settled: "It is shut" },
  unplugged: { state: "The plug is out", settled: "It is in" },
  "breaker-off": { state: "The breaker is off", settled: "It is on" },
  "heater-off": { state: "The heater is off", settled: "It is on" },
  "pump-off": { state: "The well pump is off", settled: "It is on" },
  "loop-shut": { state: "The recirculation is shut", settled: "It is open" },
  "rolled-out": { state: "The fixture is rolled out", settled: "It is back" },
  "drain-plugged": { state: "The drain is plugged", settled: "The plug is out" },
  "not-made-safe": { state: "What is left is not closed", settled: "It is closed" },
  "not-flushed": { state: "The line is not flushed", settled: "It is flushed" },
  "not-run": { state: "The fixture has not run", settled: "It has run" },
  "not-put-back": { state: "Not everything is put back", settled: "It is put back" },
  "cap-not-held": { state: "The cap is not held under pressure", settled: "It was held" },
  "stop-open-behind-cap": { state: "The stop behind the cap is open", settled: "It is shut" },
  "fire-not-watched": { state: "The fire watch is not over", settled: "It is over" },
};
