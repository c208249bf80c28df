/** The scheduler behind a worker: a crowded visit takes a second on a phone. No logic of its own. */
import { expose } from "comlink";
import { scheduleOf, type VisitSchedule } from "../core/schedule/index.ts";
import type { StepTables } from "../core/step/index.ts";
import type { ConnectionState } from "../core/visit/index.ts";

const scheduler = {
  schedule: (connections: readonly ConnectionState[], tables: StepTables, hands: 1 | 2): VisitSchedule =>
    scheduleOf(connections, tables, hands),
};
export type Scheduler = typeof scheduler;

expose(scheduler);
