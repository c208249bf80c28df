/** What a writer may not say for the server: the plan behind a choice is the planner's, what a hold comes to is the analyser's. */
import { withKnownParts } from "../../compute/compute.ts";
import type { PlanQuestion } from "../../compute/tasks.ts";
import { holdRecordOf } from "../../core/hold/index.ts";
import type { VisitEvent } from "../../core/visit/index.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { shopParts } from "../shop/shop.ts";
import { truckStock } from "../shop/truck.ts";

const tooHeavy = (index: number, field: string) =>
  new AppError("too-heavy", "That is too much to check at once: send fewer events in one request.", [
    { path: `events.${index}.${field}`, message: "was not reached in time" },
  ]);

async function certifiedPlans(context: Context, events: readonly VisitEvent[], signal?: AbortSignal) {
  const chosen = events.flatMap((event, index) => (event.kind === "plan-chosen" ? [{ event, index }] : []));
  if (chosen.length === 0) return new Map<string, VisitEvent>();
  const [parts, stock] = await Promise.all([shopParts(context), truckStock(context)]);
  const ask = chosen.map(
    ({ event }): PlanQuestion => ({ planRequest: event.request, stock, plan: event.plan }),
  );
  const plans = await withKnownParts(parts, (catalogue) =>
    context.compute.run("findPlans", { catalogue, ask }, signal),
  );
  return new Map(
    chosen.map(({ event, index }, at): [string, VisitEvent] => {
      const plan = plans[at];
      if (plan === "too-heavy") throw tooHeavy(index, "plan");
      if (!plan || plan.priceCents !== event.plan.priceCents)
        throw new AppError("refused", "The planner does not give this hookup (any more): plan again.", [
          { path: `events.${index}.plan`, message: "plan again" },
        ]);
      return [event.id, { ...event, plan }];
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
 * Returns the events with the server's own plans and judged holds in place of what was sent.
 * Errors: AppError refused where the planner gives no such plan or the readings say something else; too-heavy.
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
