/** Words of an estimate and of what a visit came to. */
import type { BillLine, BillStage } from "../core/bill/index.ts";

export const BILL_KIND_LABELS: Readonly<Record<BillLine["kind"], string>> = {
  parts: "Parts",
  labour: "Labor",
  trip: "Trip",
};

export const BILL_STAGE_LABELS: Readonly<Record<BillStage, string>> = {
  estimate: "Estimate",
  actual: "Actual",
};
