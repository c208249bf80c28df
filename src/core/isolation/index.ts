export { type Isolation, type IsolationSubject, isolationsOf } from "./isolation.ts";
export { type Valve, ZONE_KINDS, type Zone, type ZoneKind } from "./valve.ts";
