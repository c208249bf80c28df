/** A change of a job that makes a plan possible. */
import type { Advice, PlanRequest } from "../plan/index.ts";

export const WAY_OUT_CODES = [
  "cold-side",
  "renew-stop",
  "thread-pipe",
  "go-back",
  "nearer-stop",
  "new-line",
  "any-line",
  "other-length",
  "wider-pipe",
  "open-wall",
  "without-need",
] as const;
export type WayOutCode = (typeof WAY_OUT_CODES)[number];

/** What is changed of a request: fields said here take the place of those there, inside the supply too; null: the field goes. */
export interface PlanChange {
  readonly supply?: {
    readonly kind?: PlanRequest["supply"]["kind"];
    readonly end?: PlanRequest["supply"]["end"];
    readonly water?: PlanRequest["supply"]["water"];
    readonly upstream?: NonNullable<PlanRequest["supply"]["upstream"]>;
    readonly boreIn?: null;
  };
  readonly lengthIn?: PlanRequest["lengthIn"];
  readonly access?: PlanRequest["access"];
  readonly needs?: PlanRequest["needs"];
  readonly line?: null;
  readonly lineKind?: null;
}

export interface WayOut {
  readonly code: WayOutCode;
  /** What the change is about: an end, a need, a figure in inches; empty: the code says all. */
  readonly about: string;
  readonly change: PlanChange;
  /** How many plans it brings, and what the cheapest costs. */
  readonly plans: number;
  readonly fromCents: number;
}

/** Returns a request as a change makes it. */
export function withChange(
  request: PlanRequest,
  { supply = {}, line, lineKind, ...plain }: PlanChange,
): PlanRequest {
  const { line: found, lineKind: wanted, ...rest } = request;
  const { boreIn: measured, ...supplied } = request.supply;
  const { boreIn, ...changed } = supply;
  return {
    ...rest,
    ...(line === null || found === undefined ? {} : { line: found }),
    ...(lineKind === null || wanted === undefined ? {} : { lineKind: wanted }),
    ...plain,
    supply: {
      ...supplied,
      ...(boreIn === null || measured === undefined ? {} : { boreIn: measured }),
      ...changed,
    },
  };
}

/** Why something was left out, or why there is no plan. */
export interface Refused extends Advice {
  /** What would make a plan possible, tried. Absent: nothing that was tried, or there are plans. */
  readonly wayOut?: WayOut;
}
