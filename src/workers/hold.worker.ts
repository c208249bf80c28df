/** The leak analyst behind a worker: a pressure test takes a tenth of a second at a desk, more on a phone. No logic of its own. */
import { analyseHold, type HoldPlan, planHold } from "../core/hold/index.ts";
import { inOneGo, serve } from "./serve.ts";

const works = {
  analyse: inOneGo(analyseHold),
  plan: inOneGo(({ plan, wantedMlPerMin }: { readonly plan: HoldPlan; readonly wantedMlPerMin: number }) =>
    planHold(plan, wantedMlPerMin),
  ),
};
export type HoldWorks = typeof works;

serve(works);
