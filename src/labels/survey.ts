/** What the survey's choices are called. */
import type { PexType, PipeDirection, PresentDevice } from "../core/part/index.ts";
import type { LineFound, LineKind, Need, SupplyKind, TREATMENTS } from "../core/plan/index.ts";
import type { StopProof, Survey } from "../core/survey/index.ts";

export const PRESENT_WORDS: readonly (readonly [PresentDevice, string])[] = [
  ["arrestor", "a hammer arrestor"],
  ["auto-shutoff", "an automatic shut-off"],
  ["backflow", "a backflow device"],
  ["filter", "a filter"],
  ["union", "a union"],
  ["reducer", "a pressure reducer"],
];

export const PEX_WORDS: readonly (readonly [PexType, string])[] = [
  ["a", "PEX-a"],
  ["b", "PEX-b"],
  ["c", "PEX-c"],
];

export const LOOKS_WORDS: readonly (readonly [PipeDirection, string])[] = [
  ["wall", "the wall"],
  ["floor", "the floor"],
];

export const STOP_KIND_WORDS: readonly (readonly [Survey["stop"]["kind"], string])[] = [
  ["quarter-turn", "quarter-turn"],
  ["multi-turn", "multi-turn"],
  ["box-valve", "box valve"],
  ["unknown", "unknown"],
];
export const PROOF_WORDS: readonly (readonly [StopProof, string])[] = [
  ["holds", "holds"],
  ["weeps", "weeps a little"],
  ["dead", "does not hold"],
  ["seized", "seized: not forced"],
  ["unreachable", "could not be reached"],
  ["not-proved", "not proved yet"],
];
export const METHOD_WORDS: readonly (readonly [NonNullable<Survey["stop"]["method"]> | "none", string])[] = [
  ["none", "not said"],
  ["fixture-opened", "opened the fixture: flow stopped"],
  ["flushed-and-held", "flushed and held"],
  ["fill-started", "shut on a running fill"],
  ["other-fixture-run", "the other fixture on the stop run"],
  ["outlet-opened", "outlet below it opened"],
  ["nut-cracked", "nut cracked half a turn"],
  ["meter-watched", "meter watched"],
  ["gauge-rise", "gauge watched for a rise"],
];
export const SUPPLY_WORDS: readonly (readonly [SupplyKind, string])[] = [
  ["stop-outlet", "stop outlet"],
  ["box-valve", "box valve"],
  ["stub", "open or capped pipe"],
  ["pipe", "pipe to cut into"],
  ["dead-stop", "stop to replace"],
  ["faucet-riser", "faucet tail"],
  ["tube", "open tube"],
];
export const BEFORE_PIPE_WORDS: readonly (readonly ["holds" | "fails", string])[] = [
  ["holds", "there, and holds"],
  ["fails", "there, and fails"],
];
export const LEFT_ON_WORDS: readonly (readonly [NonNullable<Survey["supply"]["leftOn"]>, string])[] = [
  ["none", "nothing"],
  ["nut-and-ferrule", "nut and ferrule"],
];
/** What runs to the fixture. */
export const LINE_SOURCE_WORDS: readonly (readonly [LineFound["by"], string])[] = [
  ["new", "a new line"],
  ["kept", "the line that is there"],
  ["fixture-hose", "its own hose"],
  ["fixture-tail", "its own plain tail"],
  ["none", "hard pipe, or a device only"],
];
export const NUT_WORDS: readonly (readonly ["plastic" | "metal", string])[] = [
  ["plastic", "plastic"],
  ["metal", "metal"],
];
/** Age of a line that stays, in the steps anybody can tell. */
export const AGE_WORDS: readonly (readonly [string, string])[] = [
  ["", "not known"],
  ["1", "a year or less"],
  ["3", "two to four years"],
  ["7", "five to ten years"],
  ["15", "more than ten years"],
];
export const INLET_LOOKS_WORDS: readonly (readonly [NonNullable<Survey["inlet"]["looks"]>, string])[] = [
  ["down", "down"],
  ["side", "to the side"],
  ["back", "to the back"],
];
export const PHASE_WORDS: readonly (readonly [NonNullable<Survey["phase"]>, string])[] = [
  ["rough-in", "as far as a cap"],
  ["finish", "from a cap on"],
];
/** What hangs on the supply already. */
export const KEPT_LINE_WORDS: readonly (readonly [NonNullable<Survey["supply"]["line"]>, string])[] = [
  ["stays", "a line that stays"],
  ["renewed", "a line to renew, shorter"],
];
export const MATERIAL_WORDS: readonly (readonly [NonNullable<Survey["supply"]["material"]>, string])[] = [
  ["copper", "copper"],
  ["brass", "brass"],
  ["galvanised", "galvanized"],
  ["plastic", "plastic"],
];
export const TREATMENT_WORDS: readonly (readonly [(typeof TREATMENTS)[number], string])[] = [
  ["reverse-osmosis", "reverse osmosis"],
  ["demineralised", "demineralized"],
];
export const NEED_WORDS: readonly (readonly [Need, string])[] = [
  ["arrestor", "hammer arrestor"],
  ["auto-shutoff", "automatic shut-off"],
  ["backflow", "backflow protection"],
  ["filter", "filter"],
  ["union", "union"],
  ["dielectric", "dielectric union"],
  ["own-stop", "a stop of its own"],
  ["elbow", "elbow at the inlet"],
];
export const LINE_WORDS: readonly (readonly [LineKind | "any", string])[] = [
  ["any", "any"],
  ["line", "flexible line"],
  ["riser", "rigid riser"],
  ["tube", "tube by the foot"],
  ["pipe", "hard pipe"],
];

/** What the work is to the fixture. */
export const REPLACES_WORDS: readonly (readonly [NonNullable<Survey["replaces"]>, string])[] = [
  ["yes", "a new one for an old one"],
  ["first-time", "the first one there"],
  ["take-out", "taken out, none after"],
];
export const POWER_WORDS: readonly (readonly [NonNullable<Survey["power"]>, string])[] = [
  ["plug", "a plug"],
  ["hard-wired", "hard-wired"],
  ["none", "no power, or none now"],
];
export const IN_PLACE_WORDS: readonly (readonly ["yes" | "no", string])[] = [
  ["yes", "in its place"],
  ["no", "yet to come"],
];
