import type { Plan } from "../core/plan/index.ts";
import type { JointMark } from "./glyph.tsx";
import type { EndFigures } from "./layout.ts";

/** What the drawings of a run are given, along the page or upright. */
export interface RunProps {
  readonly plan: Plan;
  readonly ends: EndFigures;
  readonly joints: readonly JointMark[];
  readonly fixture: string;
  readonly inletPlastic: boolean;
  /** Number of the joint that is open. */
  readonly open?: number | undefined;
  readonly hrefFor?: ((joint: number) => string) | undefined;
}
