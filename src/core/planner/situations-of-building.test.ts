/** Other ways of building it than a new line from a stop. Written from the trade, not from the code: names of parts, joints, reasons. */
import assert from "node:assert/strict";
import { stub, testSituations } from "../../../tests/support/situation.ts";
import type { PlanRequest } from "../plan/index.ts";

const hydrant = {
  preset: "hydrant-cold",
  also: { lengthIn: { min: 20, max: 40 } },
} as const;

/** Ends one over the other, so many inches apart, an inch aside. */
const apart = (upIn: number): NonNullable<PlanRequest["ends"]> => ({
  a: { at: [0, 0, 0], direction: [0, 1, 0] },
  b: { at: [1, upIn, 0], direction: [0, -1, 0] },
  walls: [],
  freeBulgeIn: null,
});

testSituations({
  "hard pipe": {
    "hydrant from a copper stub: valve, pipe by the foot, no flexible line": {
      ...hydrant,
      builds: /ball valve.*Copper pipe, 1\/2, by the foot/i,
      without: /line|tube/i,
      judged: ({ parts }) => assert.equal(parts.find(({ kind }) => kind === "pipe")?.quantity, 4),
    },
    "hydrant in a shop that solders, round a corner": {
      ...hydrant,
      also: { lengthIn: { min: 20, max: 40 }, needs: ["elbow"], houseRules: { pipeJoint: "solder" } },
      builds: /elbow/i,
      judged: ({ joints }) =>
        assert.equal(joints.filter(({ type }) => type === "solder").length, 3, "valve, pipe, elbow"),
    },
    "hydrant on PEX: PEX pipe, not copper": {
      ...hydrant,
      supply: stub("pipe-1/2-pex"),
      also: { lengthIn: { min: 20, max: 40 }, houseRules: { pipeJoint: "crimp" } },
      builds: /PEX pipe/,
      never: /Copper pipe/,
    },
    "hydrant with backflow asked for: the breaker goes on its outlet, last of all": {
      ...hydrant,
      also: { lengthIn: { min: 20, max: 40 }, needs: ["backflow"] },
      judged: ({ parts, joints }) => {
        assert.match(parts.find(({ branch }) => branch === "outlet")?.name ?? "", /vacuum breaker/i);
        assert.equal(joints.at(-1)?.between[0], "outlet");
      },
      warns: "breaker-hours",
    },
    "tub filler told to be piped: no flexible line": {
      preset: "tub-filler-hot",
      also: { line: { by: "none" }, lengthIn: { min: 12, max: 30 } },
      builds: /Copper pipe/,
      without: /line/i,
    },
    "toilet is never piped unless somebody says so": {
      supply: stub("pipe-1/2-copper"),
      never: /by the foot/,
    },
  },
  "tube that is there": {
    "open end of a polyethylene tube to a refrigerator: push coupling, then tube": {
      preset: "refrigerator",
      supply: { kind: "tube", end: "tube-1/4-pe" },
      also: { houseRules: { refrigeratorLine: "plastic" } },
      builds: /quick-connect.*tube/i,
      warns: "isolate-upstream",
    },
    "the same in a shop that wants compression": {
      preset: "refrigerator",
      supply: { kind: "tube", end: "tube-1/4-copper" },
      also: { houseRules: { refrigeratorLine: "copper", tubeJoint: "compression" } },
      builds: /Union, 1\/4 comp/,
      judged: ({ joints }) => assert.equal(joints[0]?.type, "ferrule"),
    },
    "filter and shut-off in a tube: cut twice, a foot more for each cut": {
      preset: "refrigerator",
      inlet: { fixture: "refrigerator", end: "quick-1/4", plastic: true },
      supply: { end: "quick-1/4", treated: "reverse-osmosis" },
      also: { needs: ["filter", "auto-shutoff"], houseRules: { refrigeratorLine: "plastic" } },
      judged: ({ parts }) => {
        const tubes = parts.filter(({ kind }) => kind === "tube").map(({ quantity }) => quantity);
        assert.equal(tubes.length, 3);
        assert.deepEqual(tubes.slice(1), [1, 1]);
      },
    },
  },
  "a line that stays for this fixture": {
    "new toilet on the line that is there: fresh washers, both nuts made again": {
      also: { line: { by: "kept", lengthIn: 12 } },
      builds: /washer.*washer/i,
      without: /line/i,
      judged: ({ joints }) =>
        assert.deepEqual(
          joints.map(({ between }) => between),
          [
            ["supply", "kept"],
            ["kept", "inlet"],
          ],
        ),
      warns: "kept-line-look",
    },
    "six years old: a new one is quoted": {
      also: { line: { by: "kept", lengthIn: 12, ageYears: 6 } },
      warns: "kept-line-old",
    },
    "too short for the run: refused with the figures": {
      also: { line: { by: "kept", lengthIn: 9 } },
      hasNoPlan: true,
      refuses: "kept-line-short",
      figure: /9 in where 10 1\/2 are needed/,
    },
    "arrestor at a washer's valve: the hose stays": {
      preset: "washer-cold",
      also: { needs: ["arrestor"], line: { by: "kept" } },
      builds: /^Hammer arrestor, 3\/4 hose/,
      judged: ({ joints, parts }) => {
        assert.equal(parts.length, 1);
        assert.deepEqual(
          joints.map(({ between }) => between.includes("kept")),
          [true, false],
        );
      },
    },
    "the same at the stop: the joint at the washer is not touched": {
      preset: "washer-cold",
      also: { needs: ["arrestor"], arrestorAt: "stop", line: { by: "kept" } },
      judged: ({ joints }) => assert.ok(joints.every(({ between }) => !between.includes("inlet"))),
    },
    "a stop is renewed under it: only the stop's two joints": {
      supply: { kind: "dead-stop", end: "pipe-1/2-copper", looks: "wall" },
      also: { line: { by: "kept", end: "comp-3/8-f" } },
      builds: /^Angle stop/,
      judged: ({ joints }) => assert.equal(joints.length, 2),
    },
  },
  "what comes with the fixture": {
    "faucet's own copper tail into the stop: a ferrule and its cut mark": {
      preset: "lavatory-cold",
      inlet: { fixture: "lavatory", end: "tube-3/8-copper", plastic: false },
      also: { line: { by: "fixture-tail" } },
      builds: /^Nut and brass ferrule for 3\/8 OD copper$/,
      warns: "tail-cut-mark",
    },
    "line in the box: it costs nothing": {
      also: { stockInBox: { "LB-C38B78-012": 1 } },
      judged: ({ priceCents, parts }) => assert.deepEqual([priceCents, parts.length], [0, 1]),
    },
    "two are needed and one is in the box: one is paid for": {
      supply: stub("pipe-1/2-pex", { kind: "pipe" }),
      also: { stockInBox: { "KS-12-P": 1 } },
      judged: ({ parts, priceCents }) => {
        assert.equal(parts.filter(({ sku }) => sku === "KS-12-P").length, 2);
        assert.ok(priceCents > 0);
      },
    },
  },
  "room before the inlet": {
    "dishwasher valve that looks down, two inches of room: elbow": {
      preset: "dishwasher",
      also: { inletLooks: "down", clearanceIn: 2 },
      builds: /Elbow, 3\/8 male pipe/,
      warns: "elbow-for-clearance",
    },
    "six inches of room: straight adapter": {
      preset: "dishwasher",
      also: { inletLooks: "down", clearanceIn: 6 },
      builds: /Adapter, 3\/8 male pipe/,
    },
    "washer hard against the wall, elbow asked for: a hose with an elbow": {
      preset: "washer-cold",
      also: { needs: ["elbow"] },
      builds: /^Braided washer hose with an elbow/,
    },
  },
  "where the ends lie": {
    "ten inches apart: not the shorter line that does not reach": {
      also: { lengthIn: { min: 9, max: 16 }, ends: apart(10) },
      builds: /, 12 in$/,
      refuses: "line-lies-badly",
      figure: /9 in \(does not reach\)/,
    },
    "ends typed into one place: nothing is said against a line": {
      also: { lengthIn: { min: 9, max: 16 }, ends: { ...apart(10), b: apart(10).a } },
      builds: /^Braided stainless line/,
    },
    "twenty inches apart and only lines to sixteen: the best there is, and what would help": {
      also: { lengthIn: { min: 9, max: 16 }, ends: apart(20) },
      warns: "no-good-length",
    },
  },
  "unions, checks and plastic": {
    "a union's own nut is a joint": {
      supply: stub("npt-1/2-m", { material: "galvanised", looks: "wall" }),
      also: { needs: ["dielectric"] },
      judged: ({ joints }) => {
        const inner = joints.find(({ ends }) => ends === null);
        assert.equal(inner?.type, "flat-gasket");
        assert.equal(inner?.between[0].slice(0, 2), inner?.between[1].slice(0, 2));
      },
    },
    "no union inside a closed wall": {
      supply: { kind: "pipe", end: "pipe-1/2-copper", looks: "wall" },
      also: { access: "closed-wall", needs: ["union"], houseRules: { pipeJoint: "solder" } },
      refuses: "concealed-union",
      judged: ({ parts, joints }) =>
        assert.ok(joints.every(({ ends }) => ends !== null) || parts.every(({ kind }) => kind !== "union")),
    },
    "a check on a hot dishwasher: its trapped water is told": {
      preset: "dishwasher",
      also: { needs: ["backflow"] },
      warns: "closed-branch",
    },
    "paste in the shop, plastic inlet: tape, and it is said": {
      preset: "dishwasher",
      also: { houseRules: { taperSealant: "paste" } },
      refuses: "plastic-paste",
    },
    "metal nut at the tank where the shop wants one": {
      also: { houseRules: { tankNut: "metal" } },
      builds: /metal tank nut/,
      judged: ({ joints }) => assert.equal(joints.at(-1)?.turns?.handOnly, false),
    },
    "plastic nut at the tank unless somebody wants metal": { without: /metal tank nut/ },
    "air chamber in the shop's standards: no arrestor is suggested": {
      preset: "dishwasher",
      also: { houseRules: { hammer: "air-chamber" } },
      warns: "air-chamber",
      judged: ({ warnings }) => assert.ok(warnings.every(({ code }) => code !== "suggest-arrestor")),
    },
    "nothing unless it is heard: no word of an arrestor": {
      preset: "dishwasher",
      also: { houseRules: { hammer: "if-heard" } },
      judged: ({ warnings }) => assert.ok(warnings.every(({ code }) => !/arrestor|air-chamber/.test(code))),
    },
    "laundry: no faucet line on a washer, however little water there is": {
      preset: "washer-cold",
      supply: { staticPsi: 24 },
      never: /1\/2 FIP/,
    },
  },
  millimetres: {
    "15 mm copper stub to a G 1/2 tail: a 15 mm stop": {
      preset: "lavatory-cold",
      inlet: { fixture: "lavatory", end: "g-1/2-m", plastic: false },
      supply: stub("tube-15mm-copper"),
      builds: /15 mm/,
    },
  },
});
