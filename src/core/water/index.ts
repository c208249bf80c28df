export { frictionFactor, lossPsi, type Reach } from "./friction.ts";
