export { drawnParts, drawnSince, type Quantities } from "./drawn.ts";
export { type LoadList, type LoadPart, loadList } from "./load-list.ts";
export { type Demand, expectedDemand, type Reach, reachOf } from "./reach.ts";
