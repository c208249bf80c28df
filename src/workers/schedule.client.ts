/** The page's side of the schedule worker. */
import { type Remote, wrap } from "comlink";
import type { Scheduler } from "./schedule.worker.ts";

export interface OpenScheduler {
  readonly schedule: Remote<Scheduler>["schedule"];
  readonly close: () => void;
}

export function openScheduler(): OpenScheduler {
  const worker = new Worker(new URL("./schedule.worker.ts", import.meta.url), { type: "module" });
  const { schedule } = wrap<Scheduler>(worker);
  return { schedule, close: () => worker.terminate() };
}
