import assert from "node:assert/strict";
import { describe, it } from "node:test";
import type { ConnectionPhase } from "../../core/visit/index.ts";
import { nextAction } from "../../core/visit/index.ts";
import { nowOrNext, type Ticket } from "./today.ts";

const NOW = new Date("2026-11-28T15:00:00Z");

function ticket(
  id: string,
  startsAt: string,
  phases: readonly ConnectionPhase[],
  isTraining = false,
): Ticket {
  return {
    id,
    version: 1,
    title: id,
    site: { name: "Gullwing Hall", address: "", zone: "America/Halifax" },
    startsAt: new Date(startsAt),
    lookBackDueAt: null,
    isTraining,
    isOverdue: false,
    connections: phases.map((phase, at) => ({
      id: `c${at}`,
      label: `Connection ${at}`,
      room: "",
      phase,
      next: nextAction(phase),
      continues: null,
      signed: null,
      lastLook: null,
      joints: [],
    })),
  };
}

describe("the visit at hand", () => {
  it("is the open one that began last, before the next one to come", () => {
    const tickets = [
      ticket("morning", "2026-11-28T11:00:00Z", ["planned"]),
      ticket("noon", "2026-11-28T14:00:00Z", ["planned"]),
      ticket("evening", "2026-11-28T19:00:00Z", ["guessed"]),
    ];
    assert.deepEqual([nowOrNext(tickets, NOW)?.ticket.id, nowOrNext(tickets, NOW)?.isNow], ["noon", true]);
  });

  it("is the next to come when all that began is signed, or began long ago", () => {
    const tickets = [
      ticket("done", "2026-11-28T14:00:00Z", ["done", "look-back"]),
      ticket("old", "2026-11-20T14:00:00Z", ["planned"]),
      ticket("practice", "2026-11-28T14:30:00Z", ["planned"], true),
      ticket("evening", "2026-11-28T19:00:00Z", ["guessed"]),
    ];
    const first = nowOrNext(tickets, NOW);
    assert.deepEqual([first?.ticket.id, first?.isNow], ["evening", false]);
    assert.match(first?.next?.href ?? "", /^\/visits\/evening\/c0\/survey$/);
  });

  it("goes to a leak first, then to a signature", () => {
    const first = nowOrNext([ticket("a", "2026-11-28T14:00:00Z", ["planned", "ready", "weeping"])], NOW);
    assert.equal(first?.next?.label, "Connection 2");
    const second = nowOrNext([ticket("a", "2026-11-28T14:00:00Z", ["planned", "ready", "done"])], NOW);
    assert.equal(second?.next?.label, "Connection 1");
  });

  it("is none where nothing is open", () => {
    assert.equal(nowOrNext([ticket("a", "2026-11-28T14:00:00Z", ["done"])], NOW), null);
    assert.equal(nowOrNext([], NOW), null);
  });
});
