/** POST /api/v1/lines/fit. */
import { fitRequest, fitResponse } from "../line.ts";
import { post } from "./definition.ts";
export const fitEndpoint = post({
  path: "/api/v1/lines/fit",
  summary: "Which length of line bends well between two ends",
  request: fitRequest,
  response: fitResponse,
  examples: [
    {
      asks: {
        a: { at: [0, 0, 0], direction: [0, 1, 0] },
        b: { at: [0, 9, 1], direction: [0, -1, 0] },
        cuffIn: 0.75,
        minBendRadiusIn: 2.25,
        lengthsIn: [9, 12, 16, 20],
      },
      answers: {
        fits: [
          { lengthIn: 12, rating: "good", minRadiusIn: 3.1, bulgeIn: 1.2, slackIn: 0.8, curve: [[0, 0, 0]] },
        ],
        goodIntervalsIn: [
          [9.28, 9.41],
          [19.5, null],
        ],
        shortestGoodIn: 9.28,
        best: null,
      },
    },
    {
      asks: {
        a: { at: [0, 0, 0], direction: [0, 0, 1] },
        b: { at: [4, 8, 3], direction: [0, -1, 0] },
        cuffIn: 1,
        minBendRadiusIn: 2,
        lengthsIn: [12, 16],
        freeBulgeIn: 6,
        walls: [{ point: [0, 0, -1], normal: [0, 0, 1] }],
        tautShare: 0.03,
        tautIn: 0.5,
      },
      answers: { fits: [], goodIntervalsIn: [], shortestGoodIn: null, best: null },
    },
  ],
});
