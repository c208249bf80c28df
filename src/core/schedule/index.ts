export { naiveSchedule } from "../../../tests/oracles/naive-schedule.ts";
export { type OffWindow, offMinutes, type Schedule, type ScheduledTask, scheduleVisit } from "./schedule.ts";
export {
  type Job,
  type Minutes,
  type Pace,
  type Task,
  ZONE_KINDS,
  type Zone,
  type ZoneKind,
} from "./task.ts";
