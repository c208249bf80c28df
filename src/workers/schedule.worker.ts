/** The scheduler behind a worker: a crowded visit takes a second on a phone. No logic of its own. */
import { scheduleOf } from "../core/schedule/index.ts";
import type { StepTables } from "../core/step/index.ts";
import type { ConnectionState } from "../core/visit/index.ts";
import { inOneGo, serve } from "./serve.ts";

interface ScheduleTask {
  readonly connections: readonly ConnectionState[];
  readonly tables: StepTables;
  readonly hands: 1 | 2;
}

const works = {
  schedule: inOneGo(({ connections, tables, hands }: ScheduleTask) => scheduleOf(connections, tables, hands)),
};
export type ScheduleWorks = typeof works;

serve(works);
