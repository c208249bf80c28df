/** The workers a page can open. */
import { openBackground } from "./background.ts";
import type { HoldWorks } from "./hold.worker.ts";
import type { LineWorks } from "./line.worker.ts";
import type { ScheduleWorks } from "./schedule.worker.ts";
import type { WaterWorks } from "./water.worker.ts";

/** Opens the line solver. */
export const openLineSolver = () =>
  openBackground<LineWorks>(
    () => new Worker(new URL("./line.worker.ts", import.meta.url), { type: "module" }),
  );

/** Opens the leak analyst. */
export const openAnalyst = () =>
  openBackground<HoldWorks>(
    () => new Worker(new URL("./hold.worker.ts", import.meta.url), { type: "module" }),
  );

/** Opens the scheduler. */
export const openScheduler = () =>
  openBackground<ScheduleWorks>(
    () => new Worker(new URL("./schedule.worker.ts", import.meta.url), { type: "module" }),
  );

/** Opens the computer of water hammer. */
export const openHammer = () =>
  openBackground<WaterWorks>(
    () => new Worker(new URL("./water.worker.ts", import.meta.url), { type: "module" }),
  );
