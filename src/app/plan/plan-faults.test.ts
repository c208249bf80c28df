import assert from "node:assert/strict";
import { describe, it } from "node:test";
import type { PlanFault } from "../../core/judge/index.ts";
import { withoutFaults } from "./plan-faults.ts";

const fault: PlanFault = { code: "line-before-stop", isGrave: true, about: "Braided line" };

/** An answer with a number of plans, and what the judge found. */
const found = (plans: number, faults?: readonly PlanFault[]) => ({
  plans,
  ...(faults === undefined ? {} : { faults }),
});

describe("withoutFaults", () => {
  const lines: unknown[] = [];
  const log = { error: (...line: unknown[]) => lines.push(line) };
  it("writes a fault of the search down as a defect and does not send it", () => {
    const answer = withoutFaults({ log }, found(1, [fault]));
    assert.deepEqual(answer, { plans: 1 });
    assert.match(JSON.stringify(lines), /plan-not-safe/);
    assert.match(JSON.stringify(lines), /Braided line stands before the stop: if it bursts nothing shuts it/);
  });
  it("writes nothing where the judge found nothing", () => {
    lines.length = 0;
    assert.deepEqual(withoutFaults({ log }, found(2)), { plans: 2 });
    assert.deepEqual(lines, []);
  });
});
