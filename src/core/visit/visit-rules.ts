/** Rules of the visit as a whole: when it is cancelled, what is still written down then, and wet answers. */
import type { VisitState } from "./connection-state.ts";
import type { VisitEvent } from "./event.ts";
import { no, type On, type Refusal } from "./refusal.ts";

/** What is written down of a cancelled visit: what was learned on the way, and that it goes into the bin. */
export const STILL_POSSIBLE: ReadonlySet<VisitEvent["kind"]> = new Set([
  "visit-binned",
  "visit-noted",
  "connection-noted",
  "visit-renamed",
  "bill-kept",
]);

/** Returns why a visit is not cancelled, or null. */
export function cancelRefusal({ cancelled, connections }: VisitState): Refusal | null {
  if (cancelled !== null) return no("kind", "The visit is cancelled already.");
  const begun = connections.find(
    ({ signed, joints }) => signed !== null || joints.some(({ madeAt }) => madeAt !== null),
  );
  return begun === undefined
    ? null
    : no("kind", `Work was done on ${begun.survey.label}: a visit with work in it is not cancelled.`);
}

/** Returns why a wet answer is not answered, or null; whatever became of the visit since. */
export function alertRefusal(
  { connections }: VisitState,
  { connection, answers }: On<"alert-answered">,
): Refusal | null {
  const own = connections.find(({ id }) => id === connection);
  if (own === undefined) return no("connection", "This visit has no such connection.");
  return own.wetAnswers.some(({ id }) => id === answers)
    ? null
    : { ...no("answers", "This wet answer has been answered already, or is none."), isOfArrival: true };
}
