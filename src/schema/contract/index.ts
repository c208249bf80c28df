/** The whole HTTP contract with its examples, served or not, so that nothing is built beside it. */
import { endContract } from "./end.ts";
import { holdContract } from "./hold.ts";
import { lineContract } from "./line.ts";
import { planContract } from "./plan.ts";
import { scheduleContract } from "./schedule.ts";
import { stockContract } from "./stock.ts";
import { waterContract } from "./water.ts";

export const CONTRACT = [
  ...endContract,
  ...planContract,
  ...lineContract,
  ...holdContract,
  ...waterContract,
  ...scheduleContract,
  ...stockContract,
];
