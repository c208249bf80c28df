export { waterDensity, waterGrowth } from "./expansion.ts";
export { frictionFactor, lossPsi, type Reach } from "./friction.ts";
