/** Where a joint is in its life. */
import type { JointStatus } from "../core/visit/index.ts";

export const JOINT_STATUS_LABELS: Readonly<Record<JointStatus, string>> = {
  planned: "planned",
  made: "made up",
  pressure: "under pressure",
  weeping: "weeping",
  dry: "dry",
  signed: "signed",
};
