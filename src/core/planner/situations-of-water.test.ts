/** Enough water, and parts that stand it. Written from the trade, not from the code: what is asked for is told by names of parts, figures and reasons. */
import assert from "node:assert/strict";
import { type Situation, stub, testSituations } from "../../../tests/support/situation.ts";

const TUB: NonNullable<Situation["inlet"]> = { fixture: "tub-filler", end: "npsm-1/2-m", plastic: false };
const HYDRANT: NonNullable<Situation["inlet"]> = { fixture: "hydrant", end: "npt-1/2-m", plastic: false };

testSituations({
  "enough water": {
    "dishwasher: never a quarter-inch line": { preset: "dishwasher", never: /1\/4 comp|1\/4 OD/ },
    "dishwasher beside a faucet line that stays: still 3/8": {
      preset: "dishwasher",
      supply: { keepsExistingLine: true },
      never: /1\/4 comp|1\/4 OD/,
    },
    "dishwasher from a 1/4 stop: refused with the bore": {
      preset: "dishwasher",
      supply: { end: "comp-1/4-m" },
      hasNoPlan: true,
      refuses: "supply-bore",
      figure: /0\.19 in where 0\.3 in/,
    },
    "tub filler from pipe: full-bore valve and line": {
      inlet: TUB,
      supply: stub("pipe-1/2-copper", { water: "hot" }),
      also: { lengthIn: { min: 12, max: 20 } },
      builds: /Full-bore ball valve.*Full-bore braided line/,
      judged: ({ flow }) => assert.ok((flow?.residualPsi ?? 0) >= 20),
    },
    "tub filler from a 3/8 stop: the stop itself is too small": {
      inlet: TUB,
      supply: { water: "hot" },
      also: { lengthIn: { min: 12, max: 20 } },
      hasNoPlan: true,
      refuses: "supply-bore",
      figure: /0\.27 to 0\.3 in where 0\.45 in/,
    },
    "hydrant: no flexible line of faucet size": {
      inlet: HYDRANT,
      supply: stub("pipe-1/2-copper"),
      also: { lengthIn: { min: 12, max: 60 } },
      never: /Braided stainless line|Polyethylene/,
    },
    "washer from a 3/8 stop outlet: the stop itself is too small": {
      preset: "washer-cold",
      supply: { kind: "stop-outlet", end: "comp-3/8-m" },
      hasNoPlan: true,
      refuses: "supply-bore",
    },
    "washer on a cut pipe: no stop with a 3/8 outlet": {
      preset: "washer-cold",
      supply: { kind: "pipe", end: "pipe-1/2-copper" },
      never: /3\/8 comp/,
    },
    "refrigerator at 60 psi: quarter-inch is enough": {
      preset: "refrigerator",
      judged: ({ flow }) => assert.ok((flow?.residualPsi ?? 0) > 50 && (flow?.availableGpm ?? 0) > 1),
    },
    "refrigerator at 23.5 psi: the usual line starves it, a wider one does not": {
      preset: "refrigerator",
      supply: { staticPsi: 23.5 },
      builds: /3\/8 comp x 3\/8 comp/,
      refuses: "starved",
      figure: /psi at 0\.5 gpm where 20 psi are needed; most of it goes in Braided stainless line/,
    },
    "refrigerator at 19 psi: nothing helps": {
      preset: "refrigerator",
      supply: { staticPsi: 19 },
      hasNoPlan: true,
      refuses: "starved",
      figure: /the stop that is there.*psi static; or wider pipe before it/,
    },
    "refrigerator at 26 psi: enough": {
      preset: "refrigerator",
      supply: { staticPsi: 26 },
      builds: /Braided/,
    },
    "toilet at 18 psi: just enough, its stop takes 7": { supply: { staticPsi: 18 }, builds: /Braided/ },
    "toilet at 12 psi: its own stop starves it": {
      supply: { staticPsi: 12 },
      hasNoPlan: true,
      refuses: "starved",
      figure: /most of it goes in the stop that is there/,
    },
    "toilet at 7 psi: starved": { supply: { staticPsi: 7 }, hasNoPlan: true, refuses: "starved" },
    "bidet seat at 12 psi: starved though it meets the stop": {
      preset: "bidet-seat",
      supply: { staticPsi: 12 },
      hasNoPlan: true,
      refuses: "starved",
    },
    "washer at 12 psi: starved": {
      preset: "washer-cold",
      supply: { staticPsi: 12 },
      hasNoPlan: true,
      refuses: "starved",
    },
    "third floor, read in the cellar: the rise counts": {
      preset: "refrigerator",
      supply: { staticPsi: 40, upstream: { lengthFt: 60, idIn: 0.545, riseFt: 50 } },
      hasNoPlan: true,
      refuses: "starved",
    },
    "long old pipe before a tub filler is told in the flow": {
      preset: "lavatory-cold",
      supply: { upstream: { lengthFt: 100, idIn: 0.545, riseFt: 10 } },
      judged: ({ flow }) => assert.ok((flow?.residualPsi ?? 99) < 55),
    },
    "dishwasher at 15 psi: works, under makers' wishes": {
      preset: "dishwasher",
      supply: { staticPsi: 15 },
      warns: "below-makers-wish",
    },
    "direct joint leaves the static pressure less what the stop that is there takes": {
      preset: "kitchen-hot",
      judged: ({ flow }) => assert.deepEqual([flow?.residualPsi, flow?.availableGpm], [56.5, 6.9]),
    },
  },
  "pressure and temperature": {
    "95 psi: the reducer comes first": {
      supply: { staticPsi: 95 },
      refuses: "pressure-too-high",
      figure: /^pressure-too-high: .*95 psi/,
      warns: "static-above-80",
    },
    "130 psi: refused with the word reducer": {
      supply: { staticPsi: 130 },
      hasNoPlan: true,
      figure: /^pressure-too-high: .*reducer.*130 psi/,
    },
    "80 psi: nothing said": {
      supply: { staticPsi: 80 },
      judged: ({ warnings }) => assert.ok(!warnings.some(({ code }) => code === "static-above-80")),
    },
    "not measured: 60 assumed and told": { supply: { isStaticAssumed: true }, warns: "static-unknown" },
    "measured: nothing of an assumption": {
      judged: ({ warnings }) => assert.ok(!warnings.some(({ code }) => code === "static-unknown")),
    },
    "hot by tube: no polyethylene, no nylon": {
      inlet: { fixture: "lavatory", end: "comp-3/8-m", plastic: false },
      supply: { water: "hot" },
      also: { lineKind: "tube", lengthIn: { min: 20, max: 30 } },
      never: /Polyethylene|Nylon/,
    },
    "130 psi: the rating is named": {
      supply: { staticPsi: 130 },
      hasNoPlan: true,
      refuses: "below-rating",
      figure: /rated 125 psi/,
    },
    "hot at 110: the same line would do": {
      preset: "lavatory-hot",
      also: { hotF: 110, stock: new Map([["LP-C38S12-016", 1]]) },
      judged: ({ parts }) => assert.equal(parts.length, 1),
    },
    "hot and a filter: none is listed": {
      preset: "kitchen-hot",
      also: { needs: ["filter"], lengthIn: { min: 12, max: 24 } },
      hasNoPlan: true,
    },
  },
});
