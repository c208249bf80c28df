/** The line solver behind a worker. No logic of its own. */
import {
  type Alternative,
  fitLines,
  helpfulTurns,
  type LineSetup,
  type RatedLength,
  type RollOut,
  rateLength,
  rollOutLengths,
  type SlackMargins,
} from "../core/line/index.ts";
import type { IncrementalTask } from "../core/numerics/index.ts";
import { serve } from "./serve.ts";

export interface LineTask {
  readonly bench: LineSetup;
  readonly lengthsIn: readonly number[];
  readonly margins: SlackMargins;
}

export interface HelpTask extends LineTask {
  readonly alternatives: readonly Alternative[];
}

export interface RollOutTask extends Omit<LineTask, "bench"> {
  readonly job: RollOut;
}

function* rateAll({ bench, lengthsIn, margins }: LineTask): IncrementalTask<readonly RatedLength[]> {
  const rated: RatedLength[] = [];
  for (const lengthIn of lengthsIn) {
    yield rated.length / lengthsIn.length;
    rated.push(rateLength(bench, lengthIn, margins));
  }
  return rated;
}

const works = {
  /** For every frame of a drag. */
  rate: rateAll,
  /** For when the drag rests. */
  fit: ({ bench, lengthsIn, margins }: LineTask) => fitLines(bench, lengthsIn, margins),
  help: ({ bench, lengthsIn, margins, alternatives }: HelpTask) =>
    helpfulTurns(bench, alternatives, lengthsIn, margins),
  rollOut: ({ job, lengthsIn, margins }: RollOutTask) => rollOutLengths(job, lengthsIn, margins),
};
export type LineWorks = typeof works;

serve(works);
