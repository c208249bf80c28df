export { depthToCut, type Insertion, SEAT_KINDS } from "./insertion.ts";
export {
  BEND_ANGLES,
  bendRiser,
  explainRiser,
  gentlestAngle,
  type Mark,
  RISER_RADIUS_IN,
  type Riser,
  type RiserJob,
  STRAIGHT_BEFORE_FERRULE_IN,
} from "./riser.ts";
export { type Hole, type Leg, type RouteFault, routeLength, toBuy } from "./route.ts";
