/** The scheduler behind a worker: a crowded visit takes a second on a phone. No logic of its own. */
import { expose } from "comlink";
import {
  type ConnectionState,
  type SheetTables,
  scheduleOf,
  type VisitSchedule,
} from "../core/visit/index.ts";

const scheduler = {
  schedule: (connections: readonly ConnectionState[], tables: SheetTables, hands: 1 | 2): VisitSchedule =>
    scheduleOf(connections, tables, hands),
};
export type Scheduler = typeof scheduler;

expose(scheduler);
