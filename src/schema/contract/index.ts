/** The whole HTTP contract with its examples, served or not, so that nothing is built beside it. */
import { endsContract } from "./ends.ts";
import { hookupsContract } from "./hookups.ts";
import { leaksWaterContract } from "./leaks-water.ts";
import { linesContract } from "./lines.ts";
import { visitsTruckContract } from "./visits-truck.ts";

export type { ContractExample } from "./example.ts";

export const CONTRACT = [
  ...endsContract,
  ...hookupsContract,
  ...linesContract,
  ...leaksWaterContract,
  ...visitsTruckContract,
];
