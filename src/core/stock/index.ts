export { drawnParts, drawnSince, neededParts, type Quantities } from "./drawn.ts";
