/** Roles of ticked steps as the visit's own library gives them. */

import type { StepTemplate } from "../step/index.ts";
import { templateIdOf } from "../step/index.ts";
import type { VisitEvent } from "./event.ts";

/** Returns the events with the role of each ticked step as this library gives it. */
export function withStepRoles(
  events: readonly VisitEvent[],
  steps: readonly StepTemplate[],
): readonly VisitEvent[] {
  if (!events.some(({ kind }) => kind === "step-done")) return events;
  const roles = new Map(steps.map(({ id, role }) => [id, role]));
  return events.map((event) => {
    if (event.kind !== "step-done") return event;
    const role = roles.get(event.step) ?? roles.get(templateIdOf(event.step)) ?? null;
    return role === event.role ? event : { ...event, role };
  });
}
