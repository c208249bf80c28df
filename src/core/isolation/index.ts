export { type Isolation, type IsolationSubject, isolationsOf } from "./isolation.ts";
export { failsToClose, type Valve, ZONE_KINDS, type Zone, type ZoneKind } from "./valve.ts";
