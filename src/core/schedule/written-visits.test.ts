/**
 * Visits written down from the trade, each with the order a plumber expects, before anybody looked at what the program says. An act is told
 * as "code" or "connection code"; acts between those told are free.
 */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannedConnection } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import { WRITTEN, type WrittenVisit } from "../../../tests/support/written-visits.ts";
import { WRITTEN_WATER } from "../../../tests/support/written-visits-water.ts";
import { codeOf } from "../step/index.ts";
import { jobsOf } from "./jobs.ts";
import { scheduleVisit } from "./schedule.ts";

function actsOf({
  told,
  valves = [],
  hands = 1,
}: WrittenVisit): readonly { readonly code: string; readonly own: readonly string[] }[] {
  const connections = told.map(([preset, change], at) => ({
    ...plannedConnection(`c${at}`, preset, change),
    valves,
  }));
  const jobs = jobsOf(connections, tables);
  const { tasks } = scheduleVisit(jobs, hands);
  const steps = new Map(jobs.flatMap((job) => job.tasks.map((task, at) => [task.id, job.steps[at]])));
  return tasks.flatMap(({ task }) => {
    const step = steps.get(task);
    return step === undefined ? [] : [{ code: step.stage ?? codeOf(step), own: step.connections }];
  });
}

const LOOKS: Readonly<Record<string, string>> = { "first-look": "first-fill", "stand-look": "static" };

function isTold(act: { readonly code: string; readonly own: readonly string[] }, told: string): boolean {
  const [code = "", connection] = told.split(" ").reverse();
  return act.code === (LOOKS[code] ?? code) && (connection === undefined || act.own.includes(connection));
}

describe("visits written from the trade", () => {
  for (const written of [...WRITTEN, ...WRITTEN_WATER])
    it(written.visit, () => {
      const acts = actsOf(written);
      let from = 0;
      for (const told of written.order) {
        const at = acts.findIndex((act, place) => place >= from && isTold(act, told));
        assert.ok(
          at >= 0,
          `${told} does not come after ${acts[from - 1]?.code ?? "the beginning"}: ${acts
            .slice(from)
            .map(({ code }) => code)
            .join(" ")}`,
        );
        from = at + 1;
      }
      for (const told of written.never ?? [])
        assert.ok(!acts.some((act) => isTold(act, told)), `${told} is on the sheet`);
    });
});
