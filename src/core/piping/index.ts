export {
  type Isolation,
  type IsolationSubject,
  isolationsOf,
  valveNamesAbove,
  valvesAbove,
} from "./isolation.ts";
export {
  type Piping,
  type PipingSubject,
  type PipingValve,
  type Pressure,
  pipingOf,
  pressures,
  STREET,
} from "./piping.ts";
export { failsToClose, type Valve, ZONE_KINDS, type Zone, type ZoneKind } from "./valve.ts";
