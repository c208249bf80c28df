import type { Advice, Plan } from "../../core/plan/index.ts";
import type { OtherPlan } from "../../core/planner/index.ts";
import { formatCents } from "../../core/units/index.ts";
import type { EndFigures } from "../../drawing/layout.ts";
import { RunStrip } from "../../drawing/run-strip.tsx";
import { flowInWords } from "../../labels/plan-flow.ts";
import { planInWords } from "../../labels/plan-words.ts";
import { plannedJoints } from "./planned-joints.ts";

/** Letters plans go by: A is the best, B the next. */
export const planLetter = (index: number) => String.fromCharCode(65 + index);

function more(count: number): string {
  return count === 0
    ? "same joints"
    : `${count > 0 ? "+" : "−"}${Math.abs(count)} ${Math.abs(count) === 1 ? "joint" : "joints"}`;
}

/** Why a plan of the same job is not the first one. */
function differenceInWords({ unusual = [] }: Plan): string {
  return unusual.length > 0 ? unusual.join(" ") : "another balance of joints, price and stock";
}

interface OtherWaysProps {
  readonly best: Plan;
  readonly ways: readonly OtherPlan[];
  readonly ends: EndFigures;
  readonly fixture: string;
  readonly inletPlastic: boolean;
  readonly shown: number;
  readonly onShow: (index: number) => void;
}

/** Other ways to build the run: strips one under another, told by what differs from A. */
export function OtherPlans({ best, ways, ends, fixture, inletPlastic, shown, onShow }: OtherWaysProps) {
  if (ways.length === 0) return null;
  const rows = [{ plan: best, change: "best by the standards", jointsMore: 0, centsMore: 0 }, ...ways];
  return (
    <section aria-label="Ways" className="mt-6 border-t-2 border-rule pt-3">
      <h2>
        Other ways{" "}
        <span className="font-normal text-quiet">what differs from A is drawn full, the rest faint</span>
      </h2>
      <ul>
        {rows.map(({ plan, change, jointsMore, centsMore }, index) => (
          <li
            key={plan.id}
            className="grid grid-cols-[2.5rem_1fr] items-center gap-x-4 border-b border-hairline py-2 lg:grid-cols-[2.5rem_1fr_8rem_6rem]"
          >
            <button
              type="button"
              aria-pressed={index === shown}
              aria-label={`Show ${planLetter(index)}`}
              onClick={() => onShow(index)}
              className={`button px-0 ${index === shown ? "button-main" : ""}`}
            >
              {planLetter(index)}
            </button>
            <div>
              <p>{change === "" ? differenceInWords(plan) : change}</p>
              <p className="text-tiny text-quiet">
                {planInWords(plan)}; {flowInWords(plan)}
              </p>
            </div>
            <p className="figure col-start-2 lg:col-start-auto">
              {index === 0 ? `${plan.joints.length} joints` : more(jointsMore)}
            </p>
            <p className="figure col-start-2 lg:col-start-auto">
              {index === 0
                ? formatCents(plan.priceCents)
                : `${centsMore < 0 ? "−" : "+"}${formatCents(Math.abs(centsMore))}`}
            </p>
            <div className="col-start-1 col-end-[-1] strip-scroll">
              <RunStrip
                plan={plan}
                ends={ends}
                joints={plannedJoints(plan)}
                fixture={fixture}
                inletPlastic={inletPlastic}
                beside={index === 0 ? undefined : best}
              />
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What was refused, aloud. */
export function Refused({ refused }: { readonly refused: readonly Advice[] }) {
  if (refused.length === 0) return null;
  return (
    <p className="mt-4 text-small">
      <strong className="text-wet-ink">Refused</strong> {refused.map((each) => each.message).join(" ")}
    </p>
  );
}
