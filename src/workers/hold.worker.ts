/** The leak analyst behind a worker: a hold takes a tenth of a second at a desk, more on a phone. No logic of its own. */
import { expose } from "comlink";
import { analyseHold, type HoldAnswer, type HoldPlan, type HoldTest, planHold } from "../core/hold/index.ts";

const analyst = {
  analyse: (test: HoldTest): HoldAnswer => analyseHold(test),
  plan: (plan: HoldPlan, wantedMlPerMin: number): ReturnType<typeof planHold> =>
    planHold(plan, wantedMlPerMin),
};
export type Analyst = typeof analyst;

expose(analyst);
