/** What goes between a page and the line worker. */
import type {
  Alternative,
  FitOutcome,
  LineSetup,
  RatedLength,
  RolledLength,
  RollOut,
  SlackMargins,
  TriedAlternative,
} from "../core/line/index.ts";

export interface LineTask {
  readonly bench: LineSetup;
  readonly lengthsIn: readonly number[];
  readonly margins: SlackMargins;
}

/** What a worker is asked. `rate` is for every frame of a drag, `fit` for when it rests. */
export type LineQuestion =
  | { readonly kind: "rate"; readonly task: LineTask }
  | { readonly kind: "fit"; readonly task: LineTask }
  | { readonly kind: "help"; readonly task: LineTask; readonly alternatives: readonly Alternative[] }
  | { readonly kind: "roll-out"; readonly job: RollOut; readonly task: LineTask };

/** The answer to each kind of question. */
export interface LineAnswers {
  readonly rate: readonly RatedLength[];
  readonly fit: FitOutcome;
  readonly help: readonly TriedAlternative[];
  readonly "roll-out": readonly RolledLength[];
}

export type ToWorker =
  | { readonly type: "ask"; readonly id: number; readonly question: LineQuestion }
  | { readonly type: "cancel"; readonly id: number };

export type FromWorker =
  | { readonly type: "progress"; readonly id: number; readonly share: number }
  | { readonly type: "answer"; readonly id: number; readonly answer: LineAnswers[keyof LineAnswers] }
  | { readonly type: "cancelled"; readonly id: number }
  | { readonly type: "failed"; readonly id: number; readonly message: string };
