/** A look at a joint, with the minutes it speaks for by the visit's clock. */

import { type Check, collectedMin, LEAST_LOOK_MIN } from "../check/index.ts";
import type { ConnectionState } from "./connection-state.ts";
import type { EventStamp, VisitAct } from "./event.ts";
import { isWellBeforeDue } from "./follow-up-due.ts";

/** Methods that take up the water they find: the joint is dry again afterwards. */
const WIPES: ReadonlySet<Check["method"]> = new Set(["tissue", "strip"]);

/** Returns the connection with one look more, timed by the clock. */
export function withCheck(
  connection: ConnectionState,
  event: EventStamp & Extract<VisitAct, { kind: "target-checked" }>,
): ConnectionState {
  const { id, target, stage, result, method, watchedMin: toldMin, note, intervalsSec } = event;
  const { typedAt: at, actor: by } = event;
  const clockMin = collectedMin(connection, target, at);
  const check: Check = {
    id,
    target,
    stage,
    result,
    method,
    watchedMin: toldMin ?? clockMin ?? LEAST_LOOK_MIN,
    clockMin,
    isTold: toldMin !== null || connection.isWindowTold,
    isEarly: stage === "look-back" && connection.signed !== null && isWellBeforeDue(connection.signed.at, at),
    note,
    ...(intervalsSec === undefined ? {} : { intervalsSec }),
    at,
    by,
    stands: true,
  };
  return {
    ...connection,
    checks: [...connection.checks, check],
    wiped: WIPES.has(method) ? new Map(connection.wiped).set(target, at) : connection.wiped,
  };
}
