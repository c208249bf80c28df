/** The right part for its place. Written from the trade, not from the code: what is asked for is told by names of parts, figures and reasons. */
import assert from "node:assert/strict";
import { stub, testSituations } from "../../../tests/support/situation.ts";
import { tables } from "../../../tests/support/tables.ts";

testSituations({
  "the right kind of part": {
    "toilet at its stop: braided stainless, not polymer": {
      builds: /^Braided stainless line, 3\/8 comp x 7\/8 BC, 12 in$/,
    },
    "the cheaper kind is told with the reason against it": {
      supply: stub("pipe-1/2-copper", { looks: "wall" }),
      also: { stock: null, swaps: { "LB-C38B78-012": "LP-C38B78-012" } },
      judged: ({ unusual, kindFaults }) => {
        assert.equal(kindFaults, 1);
        assert.match(unusual?.join(" ") ?? "", /Braided polymer line.*because a polymer braid/);
      },
    },
    "cold lavatory at its stop: braided stainless": { preset: "lavatory-cold", builds: /^Braided stainless/ },
    "hot lavatory: no polymer braid at all": { preset: "lavatory-hot", never: /polymer/i },
    "pipe out of the wall: angle stop": {
      supply: stub("pipe-1/2-copper", { looks: "wall" }),
      builds: /^Angle stop/,
    },
    "pipe out of the floor: straight stop": {
      supply: stub("pipe-1/2-copper", { looks: "floor" }),
      builds: /^Straight stop/,
    },
    "nobody looked: angle stop, and it is said": {
      supply: stub("pipe-1/2-copper"),
      builds: /^Angle stop/,
      warns: "looks-unknown",
    },
    "galvanised nipple out of the wall: angle stop on the thread": {
      supply: stub("npt-1/2-m", { material: "galvanised", looks: "wall" }),
      builds: /Angle stop, quarter turn, 1\/2 female pipe x 3\/8 comp/,
    },
    "faucet tails of a kitchen sink meet the stop": { preset: "kitchen-cold", first: "direct" },
    "dishwasher: 3/8 braided line": {
      preset: "dishwasher",
      builds: /Braided stainless line, 3\/8 comp x 3\/8 comp, 60 in/,
    },
    "dishwasher with a hose inlet: no washer hose of rubber": { preset: "dishwasher-hose", never: /Rubber/ },
    "dishwasher with a hose inlet from pipe: no laundry stop": {
      preset: "dishwasher-hose",
      supply: stub("pipe-1/2-copper"),
      never: /Washing machine stop|Boiler drain/,
    },
    "toilet from pipe: no laundry stop": { supply: stub("pipe-1/2-copper"), never: /Washing machine stop/ },
    "washer from pipe: laundry stop": {
      preset: "washer-cold",
      supply: stub("pipe-1/2-copper"),
      builds: /^Washing machine stop/,
    },
    "washer: braided hose": { preset: "washer-cold", builds: /Braided stainless washer hose/ },
    "washer in a shop that wants rubber": {
      preset: "washer-cold",
      also: { houseRules: { washerHose: "rubber" } },
      builds: /Rubber washer hose/,
    },
    "hot washer in a shop that wants rubber: braided, because rubber is not rated for it": {
      preset: "washer-hot",
      also: { houseRules: { washerHose: "rubber" } },
      builds: /Braided stainless washer hose/,
      judged: ({ gaveWay }) => assert.deepEqual(gaveWay, ["washerHose"]),
    },
    "refrigerator: braided before plastic tube": {
      preset: "refrigerator",
      builds: /^Braided stainless line, 1\/4 comp/,
    },
    "refrigerator in a shop that wants copper": {
      preset: "refrigerator",
      also: { houseRules: { refrigeratorLine: "copper" } },
      builds: /copper tube/i,
    },
    "toilet in a shop that wants rigid": {
      also: { houseRules: { toiletLine: "rigid" } },
      builds: /Rigid copper toilet riser/,
    },
    "copper branch: no CPVC, no PEX stub": { supply: stub("pipe-3/4-copper"), never: /CPVC|PEX/ },
    "PEX branch: no CPVC, no copper stub": { supply: stub("pipe-3/4-pex"), never: /CPVC|Copper stub/ },
    "CPVC stub: cemented stop": { supply: stub("pipe-1/2-cpvc"), builds: /CPVC cement/ },
    "washer on a cut copper pipe: nothing of CPVC": {
      preset: "washer-cold",
      supply: { kind: "pipe", end: "pipe-1/2-copper" },
      never: /CPVC/,
    },
  },
  "lead-free": {
    "dishwasher counts as drinking": {
      preset: "dishwasher",
      judged: ({ parts }) =>
        assert.ok(parts.every(({ sku }) => tables.parts.find((part) => part.sku === sku)?.leadFree)),
    },
    "utility sink counts as drinking": {
      preset: "utility-cold",
      judged: ({ parts }) =>
        assert.ok(parts.every(({ sku }) => tables.parts.find((part) => part.sku === sku)?.leadFree)),
    },
  },
  "water that has been treated": {
    "refrigerator after reverse osmosis: no copper, no brass": {
      preset: "refrigerator",
      inlet: { fixture: "refrigerator", end: "quick-1/4", plastic: true },
      supply: { end: "quick-1/4", treated: "reverse-osmosis" },
      also: { houseRules: { refrigeratorLine: "plastic" } },
      judged: ({ parts }) =>
        assert.ok(parts.every(({ material }) => material !== "brass" && material !== "copper")),
    },
  },
});
