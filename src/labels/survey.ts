/** What the survey's choices are called. */
import type { PexType, PipeDirection, PresentDevice } from "../core/part/index.ts";
import type { LineKind, Need, PipeMaterial, SupplyKind, Treatment } from "../core/plan/index.ts";
import type { StopProof, Survey } from "../core/survey/index.ts";

export const PRESENT_WORDS: readonly (readonly [PresentDevice, string])[] = [
  ["arrestor", "a hammer arrestor"],
  ["auto-shutoff", "an automatic shut-off"],
  ["backflow", "a backflow device"],
  ["filter", "a filter"],
  ["union", "a union"],
  ["reducer", "a pressure reducer"],
];

export const PEX_WORDS: readonly (readonly [PexType | "unknown", string])[] = [
  ["unknown", "not read"],
  ["a", "PEX-a"],
  ["b", "PEX-b"],
  ["c", "PEX-c"],
];

export const LOOKS_WORDS: readonly (readonly [PipeDirection | "unknown", string])[] = [
  ["unknown", "not looked"],
  ["wall", "the wall"],
  ["floor", "the floor"],
];

export const STOP_KIND_WORDS: readonly (readonly [Survey["stop"]["kind"], string])[] = [
  ["quarter-turn", "quarter-turn"],
  ["multi-turn", "multi-turn"],
  ["box-valve", "box valve"],
  ["unknown", "not seen"],
];
export const PROOF_WORDS: readonly (readonly [StopProof, string])[] = [
  ["holds", "holds"],
  ["weeps", "weeps a little"],
  ["dead", "does not hold"],
  ["seized", "seized: not forced"],
  ["not-proved", "not proved yet"],
];
export const METHOD_WORDS: readonly (readonly [NonNullable<Survey["stop"]["method"]> | "none", string])[] = [
  ["none", "not said"],
  ["fixture-opened", "fixture opened: flow died"],
  ["flushed-and-held", "flushed and held"],
  ["meter-watched", "meter watched"],
  ["gauge-rise", "gauge watched for a rise"],
];
export const SUPPLY_WORDS: readonly (readonly [SupplyKind, string])[] = [
  ["stop-outlet", "outlet of a stop"],
  ["box-valve", "box with a valve"],
  ["stub", "open pipe end"],
  ["pipe", "pipe to be cut"],
  ["dead-stop", "stop to be replaced"],
  ["faucet-riser", "riser of a faucet"],
];
/** What hangs on the supply already. */
export const KEPT_LINE_WORDS: readonly (readonly [NonNullable<Survey["supply"]["line"]> | "none", string])[] =
  [
    ["none", "nothing"],
    ["stays", "a line that stays"],
    ["renewed", "a line to be renewed shorter"],
  ];
export const MATERIAL_WORDS: readonly (readonly [PipeMaterial | "unknown", string])[] = [
  ["unknown", "not said"],
  ["copper", "copper"],
  ["brass", "brass"],
  ["galvanised", "galvanized"],
  ["plastic", "plastic"],
];
export const TREATMENT_WORDS: readonly (readonly [Treatment | "none", string])[] = [
  ["none", "as it comes"],
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
];
export const LINE_WORDS: readonly (readonly [LineKind | "any", string])[] = [
  ["any", "any"],
  ["line", "flexible line"],
  ["riser", "rigid riser"],
  ["tube", "tube by the foot"],
];
