export {
  type Isolation,
  type IsolationSubject,
  isolationsOf,
  nearestClosing,
  sourceOf,
  sourceValve,
  valveNamesAbove,
} from "./isolation.ts";
export {
  type Piping,
  type PipingSubject,
  type PipingValve,
  type Pressure,
  pipingOf,
  pressures,
  type Reach,
  STREET,
  stopNameOf,
  valveBefore,
} from "./piping.ts";
export { failsToClose, nearestFirst, type Valve, ZONE_KINDS, type Zone, type ZoneKind } from "./valve.ts";
