/** POST /api/v1/hookups/ways. */
import { ASSUMED_STATIC_PSI } from "../../core/survey/index.ts";
import { planRequest } from "../plan.ts";
import { planOptionsResponse } from "../plan-answer.ts";
import { post } from "./definition.ts";
import { planEndpoint } from "./plan.ts";
export const planOptionsEndpoint = post({
  path: "/api/v1/hookups/ways",
  summary: "Plans with other ways and swaps, for trying out",
  request: planRequest,
  response: planOptionsResponse,
  examples: planEndpoint.examples.map(({ asks, answers }) => ({
    asks,
    answers: {
      ...answers,
      request: {
        ...asks,
        supply: { ...asks.supply, staticPsi: asks.supply.staticPsi ?? ASSUMED_STATIC_PSI },
        needs: [],
        access: "open" as const,
        houseRules: {},
        stock: null,
      },
      hasStock: false,
      ways: [],
      codes: [],
      swaps: {},
      ends: {},
    },
  })),
});
