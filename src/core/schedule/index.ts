export { type DayVisit, overlapping, startWhenMoved } from "./day-order.ts";
export {
  jobIdOf,
  jobsOf,
  type ScheduledConnection,
  sheetIn,
  sheetsOf,
  taskIdOf,
  type VisitJob,
} from "./jobs.ts";
export { type LoggedEvent, learnMinutes, timedSteps } from "./learned-minutes.ts";
export type { OffWindow } from "./off-windows.ts";
export { handsOnMin, type Schedule, scheduleVisit } from "./schedule.ts";
export type { Job, Minutes } from "./task.ts";
export { type TracedMoment, traceOf } from "./trace.ts";
export { scheduleOf, type VisitSchedule, type WaterOff } from "./visit-schedule.ts";
