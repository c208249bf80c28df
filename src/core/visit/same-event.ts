/** Whether two events say the same: what makes sending the same event twice harmless. */
import type { VisitEvent } from "./event.ts";

/**
 * What a writer said, without what the server makes of an act: the plan behind a choice is the planner's, and what a
 * pressure hold comes to is the analyser's, a step's role is the library's, why it stands before what comes first is marked by whatever sends it late, and who acted is known from the request. A
 * time that was corrected is compared as the device typed the time.
 */
function saidIn(event: VisitEvent): object {
  const { deviceTypedAt = event.typedAt, actor: _, isClockUnknown: __, ...said } = event;
  const stamped = { ...said, typedAt: new Date(deviceTypedAt).toISOString() };
  if (stamped.kind === "plan-chosen") {
    const { judged: ___, ...chosen } = stamped;
    return { ...chosen, plan: chosen.plan.id };
  }
  if (stamped.kind === "hold-recorded") {
    const { source, test } = stamped.hold;
    return { ...stamped, hold: { source, test } };
  }
  if (stamped.kind === "step-done" || stamped.kind === "joint-remade") {
    const { override: ____, ...told } = stamped;
    return told.kind === "step-done" ? { ...told, role: null } : told;
  }
  return stamped;
}

function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(",")}]`;
  if (typeof value === "object" && value !== null)
    return `{${Object.entries(value)
      .filter(([, item]) => item !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, item]) => `${JSON.stringify(name)}:${canonical(item)}`)
      .join(",")}}`;
  return JSON.stringify(value);
}

/** Returns true when two events say the same, whatever the order of their fields and the spelling of their times. */
export function isSameEvent(one: VisitEvent, other: VisitEvent): boolean {
  return canonical(saidIn(one)) === canonical(saidIn(other));
}
