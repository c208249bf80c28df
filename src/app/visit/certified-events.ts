/** What a writer may not say for the server: the plan behind a choice is the planner's, what a hold comes to is the analyser's. */

import type { ChosenQuestion } from "../../compute/chosen-plan.ts";
import { withKnownParts } from "../../compute/compute.ts";
import { holdRecordOf } from "../../core/hold/index.ts";
import type { VisitEvent } from "../../core/visit/index.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { underStandards } from "../plan/under-standards.ts";
import { shopParts, shopStandards } from "../shop/shop.ts";
import { truckStock } from "../shop/truck.ts";

/** Chosen plans as they are kept. A choice is a fact: whatever changed since, the plan stands, with what differs beside it. */
async function certifiedPlans(context: Context, events: readonly VisitEvent[], signal?: AbortSignal) {
  const chosen = events.flatMap((event, index) => (event.kind === "plan-chosen" ? [{ event, index }] : []));
  if (chosen.length === 0) return new Map<string, VisitEvent>();
  const [parts, stock, rules] = await Promise.all([
    shopParts(context),
    truckStock(context),
    shopStandards(context),
  ]);
  const ask = chosen.map(
    ({ event: { request, plan } }): ChosenQuestion => ({
      sent: request,
      planRequest: underStandards(request, rules),
      stock,
      plan,
    }),
  );
  const answers = await withKnownParts(parts, (catalogue) =>
    context.compute.run("judgeChosen", { catalogue, ask }, signal),
  );
  return new Map(
    chosen.flatMap(({ event, index }, at): [string, VisitEvent][] => {
      const answer = answers[at];
      if (answer === undefined) return [];
      if ("impossible" in answer)
        throw new AppError("refused", answer.impossible, [
          { path: `events.${index}.plan.joints`, message: answer.impossible },
        ]);
      return [[event.id, { ...event, ...answer }]];
    }),
  );
}

async function certifiedHolds(context: Context, events: readonly VisitEvent[], signal?: AbortSignal) {
  const holds = events.flatMap((event, index) => (event.kind === "hold-recorded" ? [{ event, index }] : []));
  if (holds.length === 0) return new Map<string, VisitEvent>();
  const answers = await context.compute.run(
    "holds",
    holds.map(({ event }) => event.hold.test),
    signal,
  );
  return new Map(
    holds.flatMap(({ event, index }, at): [string, VisitEvent][] => {
      const answer = answers[at];
      if (answer === undefined) return [];
      if (answer.verdict !== event.hold.verdict)
        throw new AppError(
          "refused",
          "These readings do not say so: have them judged again before keeping them.",
          [{ path: `events.${index}.hold.verdict`, message: "is another by these readings" }],
        );
      const { source, test } = event.hold;
      return [[event.id, { ...event, hold: holdRecordOf(source, test, answer) }]];
    }),
  );
}

/**
 * Returns the events with the server's own figures of plans and judged holds in place of what was sent.
 * Errors: AppError refused where a plan joins ends that do not meet, or the readings say something else.
 */
export async function withServerAnswers(
  context: Context,
  events: readonly VisitEvent[],
  signal?: AbortSignal,
): Promise<readonly VisitEvent[]> {
  const plans = await certifiedPlans(context, events, signal);
  const holds = await certifiedHolds(context, events, signal);
  return events.map((event) => plans.get(event.id) ?? holds.get(event.id) ?? event);
}
