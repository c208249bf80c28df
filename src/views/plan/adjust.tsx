import { NEEDS, type Plan, type PlanRequest } from "../../core/plan/index.ts";
import { formatCents } from "../../core/units/index.ts";
import { NEED_WORDS } from "../../labels/survey.ts";
import { CheckboxField } from "../../ui/choice.tsx";
import type { Trial } from "./use-trial.ts";

interface AdjustProps {
  readonly trial: Trial;
  readonly plan: Plan;
}

function withSwap(planRequest: PlanRequest, from: string, to: string): PlanRequest {
  const { swaps = {}, ...rest } = planRequest;
  return { ...rest, swaps: { ...swaps, [from]: to } };
}

/** SKU of the planner's own choice behind a part that was swapped in. */
function originOf({ swaps = {} }: PlanRequest, sku: string): string {
  return Object.keys(swaps).find((from) => swaps[from] === sku) ?? sku;
}

/** Add or take away a need, or put another part in place of one; every change is planned afresh. */
export function Adjust({ trial, plan }: AdjustProps) {
  const { request: planRequest, swaps } = trial.shown;
  // Two of one part are swapped together.
  const parts = plan.parts.filter(({ sku }, at, all) => all.findIndex((each) => each.sku === sku) === at);
  const wordsOf = (need: string) => NEED_WORDS.find(([each]) => each === need)?.[1] ?? need;
  return (
    <section aria-label="Try changes" className="mt-4 border-t-2 border-rule pt-3">
      <h2>
        Try changes <span className="font-normal text-quiet">planned at once; the survey is not changed</span>
      </h2>
      <div className="mt-2 flex flex-wrap gap-2">
        {NEEDS.map((need) => (
          <CheckboxField
            key={need}
            label={wordsOf(need)}
            checked={planRequest.needs.includes(need)}
            onChange={(isOn) =>
              trial.tryOut({
                ...planRequest,
                needs: isOn
                  ? [...planRequest.needs, need]
                  : planRequest.needs.filter((each) => each !== need),
              })
            }
          />
        ))}
      </div>
      <ul className="mt-2 grid gap-2">
        {parts.map((part) => {
          const origin = originOf(planRequest, part.sku);
          const others = swaps[origin] ?? [];
          return (
            <li key={part.sku} className="flex flex-wrap items-center gap-x-3 border-t border-hairline py-1">
              <span className="min-w-0 flex-1">
                {part.name} <span className="figure text-tiny text-quiet">{part.sku}</span>
              </span>
              {others.length > 0 && (
                <select
                  className="field max-w-md"
                  aria-label={`Another part in place of ${part.name}`}
                  value={part.sku}
                  onChange={(event) => trial.tryOut(withSwap(planRequest, origin, event.target.value))}
                >
                  <option value={part.sku}>keep this part</option>
                  {others
                    .filter(({ sku }) => sku !== part.sku)
                    .map(({ sku, name, priceCents }) => (
                      <option key={sku} value={sku}>
                        {name}, {formatCents(priceCents)}
                      </option>
                    ))}
                </select>
              )}
            </li>
          );
        })}
      </ul>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        {trial.steps > 0 && (
          <button type="button" className="button" onClick={trial.back}>
            Undo the last change
          </button>
        )}
        <span role="status" className={trial.state === "failed" ? "fault" : "text-quiet"}>
          {trial.state === "asking"
            ? "planning …"
            : trial.state === "failed"
              ? "Not planned: the server does not answer. What is shown still stands."
              : ""}
        </span>
      </div>
    </section>
  );
}
