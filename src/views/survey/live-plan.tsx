import type { Plan } from "../../core/plan/index.ts";
import { formatCents } from "../../core/units/index.ts";
import { JointStrip } from "../../drawing/joint-strip.tsx";
import { flowInWords } from "../../labels/plan-flow.ts";
import { planInWords } from "../../labels/plan-words.ts";
import { plannedJoints } from "../plan/planned-joints.ts";
import type { LivePlan } from "./use-live-plan.ts";

interface LivePlanBarProps {
  readonly live: LivePlan;
  readonly fixture: string;
  /** What must still be looked at before a plan can be chosen. */
  readonly isGuessed: boolean;
}

function PlanLine({
  plan,
  count,
  hasStock,
}: {
  readonly plan: Plan;
  readonly count: number;
  readonly hasStock: boolean;
}) {
  const stock = !hasStock ? "" : plan.inStock ? " on the truck" : ", not all on the truck";
  return (
    <>
      <p className="max-md:truncate">
        <strong>{planInWords(plan)}</strong>{" "}
        <span className="text-quiet">{count === 1 ? "the only plan" : `first of ${count} plans`}</span>
      </p>
      <p className="figure text-small max-md:truncate">
        {[flowInWords(plan), `${formatCents(plan.priceCents)}${stock}`]
          .filter((words) => words !== "")
          .join(" · ")}
      </p>
    </>
  );
}

/** The likeliest plan for the survey as it stands, in two lines. */
export function LivePlanBar({ live, fixture, isGuessed }: LivePlanBarProps) {
  const { plans, isCurrent, hasFailed } = live;
  if (hasFailed && !isCurrent)
    return (
      <p className="text-quiet">
        No plan to show: the server does not answer. The survey is kept all the same.
      </p>
    );
  if (plans === null) return <p className="text-quiet">Planning …</p>;
  const [best] = plans.plans;
  if (best === undefined)
    return (
      <div data-live-plan="none">
        <p className="font-bold text-wet-ink">No way to build it yet</p>
        <p className="text-small">{plans.refused[0]?.message}</p>
      </div>
    );
  return (
    <div
      className="flex flex-wrap items-center gap-x-5 gap-y-1"
      aria-busy={!isCurrent}
      data-live-plan={isCurrent ? "current" : "earlier"}
    >
      <div className="max-md:hidden">
        <JointStrip joints={plannedJoints(best)} fixture={fixture} />
      </div>
      <div className="min-w-0 flex-1">
        <PlanLine plan={best} count={1 + plans.ways.length} hasStock={plans.hasStock} />
        {isGuessed && (
          <p className="text-small text-work-ink max-md:hidden">
            If what nobody has looked at yet is as shown.
          </p>
        )}
      </div>
    </div>
  );
}
