import { type Advice, HIGHEST_STATIC_PSI, type Plan, type PlanRequest } from "../../core/plan/index.ts";
import { inShopUnits, quantityText } from "../../labels/display.ts";
import { HelpButton } from "../../ui/help-button.tsx";

interface WhyProps {
  readonly plan: Plan;
  readonly planRequest: Pick<PlanRequest, "supply" | "inlet">;
  readonly refused: readonly Advice[];
  /** The search went through every allowed chain. */
  readonly isComplete: boolean;
}

/** Why this plan, and why not another: what was ruled out with its figure, one tap away. */
export function Why({ plan, planRequest, refused, isComplete }: WhyProps) {
  const ends = `/fits?a=${encodeURIComponent(planRequest.supply.end)}&b=${encodeURIComponent(planRequest.inlet.end)}`;
  return (
    <section
      aria-label="Why"
      className="mt-4 grid gap-x-8 gap-y-2 border-t-2 border-rule pt-3 lg:grid-cols-2"
    >
      <div>
        <h2>
          Why this plan <HelpButton topic="why" />
        </h2>
        <ul className="list-disc pl-5">
          {[...(plan.unusual ?? []), ...plan.why].map((reason) => (
            <li key={reason}>{inShopUnits(reason)}</li>
          ))}
          {!isComplete && (
            <li className="text-quiet">The search stopped at its limit: there may be a better plan.</li>
          )}
        </ul>
      </div>
      <details open={refused.length < 3}>
        <summary className="flex min-h-touch cursor-pointer items-center text-lead font-bold underline">
          Why not another? {refused.length === 0 ? "Nothing was ruled out" : `${refused.length} ruled out`}
        </summary>
        <ul className="list-disc pl-5">
          {refused.map((each) => (
            <li key={each.code}>{inShopUnits(each.message)}</li>
          ))}
        </ul>
        <a className="button mt-2" href={ends}>
          Compare the two ends
        </a>
      </details>
      <p className="text-small text-quiet lg:col-span-2">
        Local code and the makers' sheets come first; the plan advises, it does not approve. Above{" "}
        {quantityText(HIGHEST_STATIC_PSI, "psi")} a reducer comes before any new line.
      </p>
    </section>
  );
}
