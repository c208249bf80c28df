/** POST /api/v1/hookups/plan. */
import { planRequest } from "../plan.ts";
import { planResponse } from "../plan-answer.ts";
import { post } from "./definition.ts";

const supply = {
  end: "comp-3/8-m",
  kind: "stop-outlet",
  water: "cold",
  staticPsi: 60,
  stopHolds: true,
  keepsExistingLine: false,
} as const;
const refusedExample = { plans: [], refused: [{ code: "no-chain", message: "none" }], complete: true };

export const planEndpoint = post({
  path: "/api/v1/hookups/plan",
  summary: "What goes between two ends",
  request: planRequest,
  response: planResponse,
  examples: [
    {
      asks: {
        supply,
        inlet: { end: "bc-7/8-m", fixture: "toilet", plastic: true },
        lengthIn: { min: 10.5, max: 13 },
        needs: [],
        access: "open",
        houseRules: {},
        stock: null,
      },
      answers: refusedExample,
    },
    {
      asks: {
        supply: { ...supply, water: "hot", material: "brass", stopHolds: null },
        inlet: { end: "hose-3/4-m", fixture: "dishwasher", plastic: true },
        lengthIn: { min: 58, max: 74 },
        needs: ["arrestor", "auto-shutoff"],
        access: "closed-wall",
        houseRules: { taperSealant: "paste", hammer: "arrestor" },
        stock: { "LB-C38H34-060": 2, "AR-C38C38": 1 },
      },
      answers: refusedExample,
    },
    {
      asks: {
        supply: {
          ...supply,
          keepsExistingLine: true,
          keptLine: { inlet: "bc-7/8-m", measured: { lengthIn: 12, to: [2, 10, 0.5] } },
        },
        inlet: { end: "bc-7/8-m", fixture: "bidet-seat", plastic: true },
        lengthIn: { min: 9, max: 20 },
        needs: [],
        access: "open",
        houseRules: {},
        stock: null,
      },
      answers: refusedExample,
    },
  ],
});
