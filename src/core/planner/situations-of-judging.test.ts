/** What makes a plan one that a junior may follow. Written from the trade, not from the code: each says what a good plumber builds or refuses. */
import assert from "node:assert/strict";
import {
  CLOSED,
  COPPER,
  NIPPLE,
  type Situation,
  standardsGaveWay,
  stub,
  testSituations,
  warnsOf,
} from "../../../tests/support/situation.ts";

const SOLDER = { houseRules: { pipeJoint: "solder" } } as const;

/** A stop, then what is flexible. */
const STOP_FIRST = /^(?:(?!line|hose|tube).)*(?:[Ss]top|[Vv]alve)/;

testSituations({
  "a shut-off before anything flexible": {
    "old nipple to a dishwasher's plastic inlet": {
      preset: "dishwasher",
      supply: NIPPLE,
      builds: STOP_FIRST,
    },
    "old nipple to an ice machine": { preset: "ice-machine", supply: NIPPLE, builds: STOP_FIRST },
    "old nipple to a kitchen faucet": { preset: "kitchen-cold", supply: NIPPLE, builds: STOP_FIRST },
    "female port in the wall to a utility faucet": {
      preset: "utility-cold",
      supply: stub("npt-1/2-f"),
      builds: STOP_FIRST,
    },
    "3/4 copper to a washer": { preset: "washer-cold", supply: stub("pipe-3/4-copper"), builds: STOP_FIRST },
    "a valve before the stub that holds does not take the fixture's own stop away": {
      supply: { ...COPPER, behindValve: "holds" },
      builds: STOP_FIRST,
      warns: "behind-valve",
    },
    "nor where a stop of its own is the shop's standard": {
      supply: { ...COPPER, behindValve: "holds" },
      also: { houseRules: { ownStop: "always" } },
      builds: STOP_FIRST,
    },
    "left out where the job itself says so, and the plan says that": {
      supply: { ...COPPER, behindValve: "holds" },
      also: { houseRules: { ownStop: "never" } },
      without: /stop/i,
      judged: warnsOf("own-stop-left-out"),
    },
    "asked for by the job: there, whatever the standard": {
      supply: { ...COPPER, behindValve: "holds" },
      also: { houseRules: { ownStop: "never" }, needs: ["own-stop"] },
      builds: STOP_FIRST,
    },
  },
  "nothing serviceable inside a wall": {
    "hydrant from a stub: solder and pipe alone up to the wall's other side": {
      preset: "hydrant-cold",
      supply: COPPER,
      also: { ...CLOSED, ...SOLDER },
      judged: ({ joints }) =>
        assert.ok(joints.every(({ type }) => type === "solder" || type === "taper-thread")),
    },
    "hydrant from a nipple: no union, no gasket": {
      preset: "hydrant-cold",
      supply: NIPPLE,
      also: CLOSED,
      never: /union|Swivel/i,
    },
    "tub filler with its shanks in a closed wall: refused, an open wall makes it": {
      preset: "tub-filler-hot",
      supply: COPPER,
      also: CLOSED,
      hasNoPlan: true,
      refuses: "concealed-joint",
    },
    "push-fit in the wall where the shop allows a listed one, and it is said": {
      preset: "hydrant-cold",
      supply: COPPER,
      also: { ...CLOSED, houseRules: { concealedPushFit: "warn" } },
      builds: /push-fit/,
      judged: warnsOf("push-fit-hidden"),
    },
    "a toilet's stop stands at the wall's face: a push-fit stop is in reach": {
      supply: COPPER,
      also: CLOSED,
      builds: /^Angle stop, quarter turn, 1\/2 push-fit/,
    },
    "a cut run behind the wall: the tee is soldered, pressed or crimped": {
      supply: { kind: "pipe", end: "pipe-1/2-copper" },
      also: { ...CLOSED, houseRules: { pipeJoint: "press" } },
      builds: /Tee.*press/,
    },
  },
  "the stop that is there counts": {
    "3/8 stop to a hydrant": {
      preset: "hydrant-cold",
      supply: { kind: "stop-outlet", end: "comp-3/8-m" },
      hasNoPlan: true,
      refuses: "supply-bore",
    },
    "1/4 stop to a toilet": { supply: { end: "comp-1/4-m" }, hasNoPlan: true, refuses: "supply-bore" },
    "1/4 stop to a lavatory": {
      preset: "lavatory-cold",
      supply: { end: "comp-1/4-m" },
      hasNoPlan: true,
      refuses: "supply-bore",
    },
    "a full-port valve measured at half an inch feeds a tub filler": {
      preset: "tub-filler-hot",
      supply: { kind: "stop-outlet", end: "npt-1/2-f", boreIn: 0.5 },
      builds: /line/i,
    },
    "utility faucet on a 3/8 stop: a warning with what is left": {
      preset: "utility-cold",
      supply: { kind: "stop-outlet", end: "comp-3/8-m" },
      judged: warnsOf("supply-bore-narrow"),
    },
  },
  "water of the right kind": {
    "refrigerator on hot": {
      preset: "refrigerator",
      supply: { water: "hot" },
      hasNoPlan: true,
      refuses: "cold-only",
    },
    "bidet seat on hot": {
      preset: "bidet-seat",
      supply: { water: "hot", keepsExistingLine: true, keptLine: { inlet: "bc-7/8-m" } },
      hasNoPlan: true,
      refuses: "cold-only",
    },
    "filter on hot": { preset: "filter", supply: { water: "hot" }, hasNoPlan: true, refuses: "cold-only" },
    "brewer on hot": { preset: "brewer", supply: { water: "hot" }, hasNoPlan: true, refuses: "cold-only" },
    "toilet on tempered water: a warning": { supply: { water: "hot" }, judged: warnsOf("tempered-toilet") },
    "dishwasher on cold: a warning": {
      preset: "dishwasher",
      supply: { water: "cold" },
      judged: warnsOf("dishwasher-cold"),
    },
  },
  "the right kind for the place": {
    "washer: a braided hose on its own valve": {
      preset: "washer-cold",
      builds: /^Braided stainless washer hose|Braided washer hose/,
      never: /[Cc]opper tube|tube, /,
    },
    "rubber hose where the shop wants rubber, never copper": {
      preset: "washer-cold",
      also: { houseRules: { washerHose: "rubber" } },
      builds: /[Rr]ubber/,
      never: /copper/i,
    },
    "a washing-machine valve is for a washer": {
      preset: "hydrant-cold",
      supply: stub("pipe-3/4-copper"),
      never: /[Ww]ashing machine stop/,
    },
    "utility faucet on 3/4 copper: no washing-machine valve": {
      preset: "utility-cold",
      supply: stub("pipe-3/4-copper"),
      never: /[Ww]ashing machine stop/,
    },
    "hydrant: its valve on the warm side, then the pipe": {
      preset: "hydrant-cold",
      supply: COPPER,
      builds: /[Vv]alve.*pipe, 1\/2, by the foot/,
      judged: warnsOf("hydrant-freeze"),
    },
    "steel nipple with a dielectric union asked for: on the steel, not further on": {
      preset: "hydrant-cold",
      supply: NIPPLE,
      also: { needs: ["dielectric"], lengthIn: { min: 20, max: 40 } },
      builds: /^Dielectric union/,
    },
    "steel nipple of 3/4 with a dielectric union: reduced in the union": {
      preset: "hydrant-cold",
      supply: stub("npt-3/4-m", { material: "galvanised", looks: "wall" }),
      also: { needs: ["dielectric"], lengthIn: { min: 20, max: 40 } },
      builds: /^Dielectric union, 3\/4 female pipe/,
    },
    "toilet on a steel nipple: the union first, then the stop": {
      supply: NIPPLE,
      also: { needs: ["dielectric"] },
      builds: /^Dielectric union.*stop/,
    },
  },
  "two on one stop": {
    "dishwasher beside a faucet: the tee with its own valve": {
      preset: "dishwasher",
      supply: { keepsExistingLine: true, water: "hot" },
      builds: /own valve/,
    },
    "refrigerator beside a faucet: the same": {
      preset: "refrigerator",
      supply: { keepsExistingLine: true, end: "comp-3/8-m", kind: "stop-outlet" },
      builds: /own valve/,
    },
    "a plain tee where the shop prefers it, and both on one shut-off is said": {
      preset: "dishwasher",
      supply: { keepsExistingLine: true, water: "hot" },
      also: { houseRules: { ownStop: "never" } },
      without: /own valve/,
      judged: warnsOf("shared-stop"),
    },
  },
  "what is already there": {
    "own hose of 18 in for a run of 22: refused with both figures": {
      preset: "kitchen-cold",
      inlet: { fixture: "kitchen", end: "comp-3/8-f", tailIn: 18 },
      also: { line: { by: "fixture-hose" }, lengthIn: { min: 22, max: 28 } },
      hasNoPlan: true,
      refuses: "hose-too-short",
      figure: /18 in where 22 in/,
    },
    "own hose that reaches: nothing is bought": {
      preset: "kitchen-cold",
      inlet: { fixture: "kitchen", end: "comp-3/8-f", tailIn: 30 },
      also: { line: { by: "fixture-hose" }, lengthIn: { min: 22, max: 28 } },
      first: "direct",
    },
    "line out of the box that does the job: first and free": {
      preset: "toilet",
      also: { stockInBox: { "LB-C38B78-012": 1 }, lengthIn: { min: 10, max: 14 } },
      builds: /^Braided stainless line, 3\/8 comp x 7\/8 BC, 12 in$/,
      judged: ({ priceCents }) => assert.equal(priceCents, 0),
    },
    "a polymer line out of the box: first too, with a word on its kind": {
      preset: "toilet",
      also: { stockInBox: { "LP-C38B78-012": 1 }, lengthIn: { min: 10, max: 14 } },
      builds: /^Braided polymer line/,
      judged: ({ priceCents, unusual = [] }) => assert.ok(priceCents === 0 && unusual.length > 0),
    },
    "nine-year-old washer hose under new ones every time: said to give way": {
      preset: "washer-cold",
      also: { line: { by: "kept", lengthIn: 60, ageYears: 9 } },
      judged: standardsGaveWay("reuseLine"),
    },
    "a line of two years where recent ones are kept: nothing gives way": {
      also: { line: { by: "kept", lengthIn: 12, ageYears: 2 }, houseRules: { reuseLine: "recent" } },
      judged: standardsGaveWay(),
    },
    "a line of eight years where recent ones are kept: that gives way": {
      also: { line: { by: "kept", lengthIn: 12, ageYears: 8 }, houseRules: { reuseLine: "recent" } },
      judged: standardsGaveWay("reuseLine"),
    },
    "an arrestor somebody saw: none is suggested": {
      preset: "dishwasher",
      also: { present: ["arrestor"] },
      judged: ({ warnings }) => assert.ok(!warnings.some(({ code }) => code === "suggest-arrestor")),
    },
  },
  "seat and sprayer": {
    "the toilet keeps its water": {
      preset: "bidet-seat",
      supply: { keepsExistingLine: true, keptLine: { inlet: "bc-7/8-m" } },
      builds: /[Tt]ee/,
      judged: ({ joints }) => assert.ok(joints.some(({ between }) => between.includes("kept"))),
    },
    "tee at the stop where it was chosen": {
      preset: "bidet-seat",
      supply: { keepsExistingLine: true, keptLine: { inlet: "bc-7/8-m" }, teeAt: "supply" },
      builds: /3\/8 comp/,
    },
    "a breaker before a sprayer's trigger: with how high it stands": {
      preset: "bidet-sprayer",
      supply: { keepsExistingLine: true, keptLine: { inlet: "bc-7/8-m" } },
      also: { needs: ["backflow"] },
      judged: warnsOf("breaker-height"),
    },
  },
  "a plain reason": {
    "plain steel pipe: its end, not a length": {
      supply: stub("pipe-1/2-steel"),
      hasNoPlan: true,
      refuses: "no-joint-to-pipe",
      figure: /steel/i,
    },
    "one-inch copper: the same": {
      supply: stub("pipe-1-copper"),
      hasNoPlan: true,
      refuses: "no-joint-to-pipe",
    },
    "a one-inch nipple: a reducing set": {
      supply: stub("npt-1-m"),
      builds: /Reducer, 1 female pipe.*Reducer/,
    },
    "a union asked for in a closed wall: the need is named": {
      preset: "hydrant-cold",
      supply: COPPER,
      also: { ...CLOSED, ...SOLDER, needs: ["union"] },
      hasNoPlan: true,
      refuses: "needs-unmet",
      figure: /union/,
    },
    "60 ft of galvanized and a rise of 18 ft: what takes most is named, and nothing above 80 psi is advised":
      {
        preset: "tub-filler-hot",
        supply: {
          ...COPPER,
          upstream: { lengthFt: 60, idIn: 0.622, riseFt: 30, material: "galvanised" },
          staticPsi: 40,
        },
        hasNoPlan: true,
        refuses: "starved",
        judged: () => undefined,
      },
  },
} satisfies Record<string, Record<string, Situation>>);
