/** What the judge looks at: a plan, the job it answers, the facts of the fixture. */
import type { FixtureDemand, Outlet } from "../demand/index.ts";
import type { Part } from "../part/index.ts";
import type { FixtureFacts, Plan, PlanRequest } from "../plan/index.ts";
import type { Way } from "./way.ts";

const PLAN_FAULT_CODES = [
  "no-stop",
  "line-before-stop",
  "stop-turned-round",
  "hidden-joint",
  "hidden-line",
  "outlet-too-small",
  "hot-to-cold-only",
  "not-a-hose",
  "hose-does-not-reach",
  "pipe-too-short",
  "need-unmet",
  "dielectric-away",
  "kept-side-dry",
  "below-rating",
  "bore-too-small",
  "starved",
  "not-lead-free",
  "metal-after-treatment",
  "does-not-reach-inlet",
  "standard-dropped",
] as const;
export type PlanFaultCode = (typeof PLAN_FAULT_CODES)[number];

/** What is wrong with a plan: the element it is about, and the figures. */
export interface PlanFault {
  readonly code: PlanFaultCode;
  /** Grave: the plan is not shown. */
  readonly isGrave: boolean;
  /** Name of the part, need or joint it is about; empty: the plan. */
  readonly about: string;
  readonly is?: number;
  readonly wanted?: number;
}

/** The tables the judge reads. */
export interface JudgeTables {
  readonly parts: readonly Part[];
  readonly fixtures: readonly FixtureFacts[];
  readonly demands: readonly FixtureDemand[];
  readonly outlets: readonly Outlet[];
}

export interface Case {
  readonly plan: Plan;
  readonly request: PlanRequest;
  readonly way: Way;
  readonly facts: FixtureFacts;
  readonly demand: FixtureDemand;
  readonly listed: (sku: string) => Part | undefined;
  readonly outlet: Outlet | null;
}

/** Pipe comes out of the building, and no stop stands on it that stays. */
export const OPEN_SUPPLIES: readonly string[] = ["pipe", "stub", "dead-stop"];
/** What bends, or is small enough to. */
export const FLEXIBLE: readonly string[] = ["line", "tube", "riser"];

/** Returns a finding that keeps a plan from being shown. */
export const grave = (
  code: PlanFaultCode,
  about = "",
  figures: Pick<PlanFault, "is" | "wanted"> = {},
): PlanFault => ({
  code,
  isGrave: true,
  about,
  ...figures,
});

/** A rough-in of pipe in the wall: as long as asked, with the elbows that were asked for. */
export const isPipedRoughIn = ({ request: { phase, lengthIn }, demand }: Case): boolean =>
  phase === "rough-in" && demand.isInWall && lengthIn.max > 0;

/** True where the branch is made as far as the fixture. */
export const isWhole = ({ request: { phase = "whole" } }: Case): boolean => phase !== "rough-in";
