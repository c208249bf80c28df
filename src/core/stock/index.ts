export { drawnParts, drawnSince, type Quantities } from "./drawn.ts";
export { type LoadList, type LoadPart, loadList } from "./load-list.ts";
export { type Demand, expectedDemand, madeOf, type Reach, reachOf, requestOf } from "./reach.ts";
