export { type Isolation, isolationOf, jobsOf, nextValveUp, type VisitJob } from "./jobs.ts";
export { type LoggedEvent, learnMinutes, timedSteps } from "./learned-minutes.ts";
export { type OffWindow, type Schedule, scheduleVisit } from "./schedule.ts";
export { type Job, type Minutes, ZONE_KINDS, type Zone } from "./task.ts";
export { scheduleOf, type VisitSchedule, type WaterOff } from "./visit-schedule.ts";
