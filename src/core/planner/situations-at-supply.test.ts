/** What stands at the supply, and branches that end there in a cap. Written from the trade, not from the code: names of parts, joints, reasons. */
import assert from "node:assert/strict";
import { stub, testSituations } from "../../../tests/support/situation.ts";

const bidetOnToiletLine = {
  preset: "bidet-seat",
  supply: { keepsExistingLine: true, keptLine: { inlet: "bc-7/8-m" } },
} as const;

/** A tub filler as far as a cap, its pipe in a closed wall. */
const TUB_ROUGH_IN = {
  lengthIn: { min: 60, max: 90 },
  phase: "rough-in",
  access: "closed-wall",
} as const;

testSituations({
  "rough-in and take-out": {
    "rough-in from a copper stub: the stop the finish wants, and a cap": {
      supply: stub("pipe-1/2-copper"),
      also: { phase: "rough-in" },
      builds: /^Angle stop, quarter turn, 1\/2 push-fit x 3\/8 comp \+ Cap, 3\/8 comp$/,
      warns: "capped",
    },
    "fixture taken out: a cap on its stop": {
      also: { phase: "rough-in" },
      builds: /^Cap, 3\/8 comp$/,
    },
    "a filter on thin tube taken out: no pressure is asked of a line that goes": {
      preset: "filter",
      also: { phase: "rough-in" },
      builds: /^Cap, 3\/8 comp$/,
    },
    "rough-in of a hydrant: its valve, the pipe behind the valve, and a cap on the pipe": {
      preset: "hydrant-cold",
      also: { lengthIn: { min: 20, max: 40 }, phase: "rough-in" },
      builds: /ball valve.*Copper pipe, 1\/2, by the foot.*Cap, 1\/2 push-fit/i,
      judged: ({ parts, priceCents }) => {
        assert.equal(parts.find(({ kind }) => kind === "pipe")?.quantity, 4);
        assert.equal(priceCents, 1690 + 4 * 290 + 590, "every foot is paid for");
      },
    },
    "rough-in of a tub filler: pipe as long as asked to where it will stand, no stop in the wall, and the plan says so":
      {
        preset: "tub-filler-hot",
        supply: stub("pipe-1/2-copper", { looks: "wall" }),
        also: {
          ...TUB_ROUGH_IN,
          houseRules: { pipeJoint: "solder" },
        },
        builds: /^Coupling, 1\/2 sweat both ends \+ Copper pipe, 1\/2, by the foot \+ Cap, 1\/2 sweat$/,
        warns: "stop-exempt",
        judged: ({ parts, joints }) => {
          assert.equal(parts[1]?.quantity, 8, "90 in are paid for by the foot");
          assert.ok((parts[1]?.lengthIn ?? 0) >= 60);
          assert.ok(joints.every(({ type }) => type === "solder"));
        },
      },
    "rough-in of a tub filler round a corner: the elbow that was asked for is there": {
      preset: "tub-filler-hot",
      supply: stub("pipe-1/2-copper", { looks: "wall" }),
      also: {
        ...TUB_ROUGH_IN,
        needs: ["elbow"],
        houseRules: { pipeJoint: "solder" },
      },
      builds: /Copper pipe.*Elbow, 1\/2 sweat.*Cap, 1\/2 sweat$/,
    },
    "rough-in of a tub filler off a run of PEX in the wall: the run goes on being fed": {
      preset: "tub-filler-hot",
      supply: { kind: "pipe", end: "pipe-1/2-pex" },
      also: {
        ...TUB_ROUGH_IN,
        houseRules: { pipeJoint: "crimp" },
      },
      builds: /Tee, 1\/2 PEX crimp all three.*PEX pipe, 1\/2, by the foot.*Cap, 1\/2 PEX crimp$/,
      judged: ({ joints }) => assert.ok(joints.some(({ between }) => between.includes("kept"))),
    },
    "a run cut behind a valve that holds is capped behind its tee, not on the run": {
      supply: { kind: "pipe", end: "pipe-1/2-copper", behindValve: "holds" },
      also: { phase: "rough-in" },
      builds: /^Tee.*Cap/,
      judged: ({ joints }) => assert.ok(joints.some(({ between }) => between.includes("kept"))),
    },
    "capped on PEX behind a valve that holds: the stiffener goes in before the push-fit cap": {
      supply: stub("pipe-1/2-pex", { behindValve: "holds" }),
      also: { phase: "rough-in", houseRules: { pipeJoint: "push-fit" } },
      builds: /^Stiffener for 1\/2 PEX in push-fit \+ Cap, 1\/2 push-fit$/,
    },
    "capped on PEX in a shop that crimps: the ring comes with the cap": {
      supply: stub("pipe-1/2-pex", { behindValve: "holds" }),
      also: { phase: "rough-in", houseRules: { pipeJoint: "crimp" } },
      builds: /ring.*\+ Cap, 1\/2 PEX crimp$/i,
    },
    "capped on PEX in a shop that solders: the standard gives way, and is named": {
      supply: stub("pipe-1/2-pex", { behindValve: "holds" }),
      also: { phase: "rough-in", houseRules: { pipeJoint: "solder" } },
      builds: /Cap, 1\/2/,
      warns: "school-relaxed",
    },
    "rough-in asks for no device of the finish": {
      preset: "dishwasher",
      supply: stub("pipe-1/2-copper"),
      also: { phase: "rough-in", needs: ["arrestor"] },
      without: /arrestor/i,
    },
  },
  "tube that is there already": {
    "a refrigerator off the tube of a filter: one tee with its own valve, the line straight on it": {
      preset: "refrigerator",
      supply: { kind: "pipe", end: "tube-1/4-pe" },
      builds:
        /^Tee with its own valve, 1\/4 quick-connect x 1\/4 quick-connect x 1\/4 comp outlet \+ Braided stainless line/,
    },
    "the same off 3/8 tube: reduced in the tee": {
      preset: "refrigerator",
      supply: { kind: "pipe", end: "tube-3/8-pe" },
      builds: /^Tee with its own valve, 3\/8 quick-connect x 3\/8 quick-connect x 1\/4 comp outlet/,
    },
    "the same said as an open tube that goes on feeding the filter": {
      preset: "refrigerator",
      supply: { kind: "tube", end: "tube-1/4-pe", keepsExistingLine: true },
      builds: /^Tee with its own valve, 1\/4 quick-connect x 1\/4 quick-connect x 1\/4 comp outlet/,
      judged: ({ joints }) => assert.ok(joints.some(({ between }) => between.includes("kept"))),
    },
    "3/8 tube of treated water goes on as 3/8 as far as the refrigerator, and is reduced there": {
      preset: "refrigerator",
      supply: { kind: "tube", end: "tube-3/8-pe", treated: "reverse-osmosis" },
      builds:
        /^Coupling, 3\/8 quick-connect both ends \+ PEX tube, 3\/8 OD, by the foot \+ Polymer adapter, 1\/4 comp nut/,
    },
    "an open tube: one adapter takes it and the nut of the line": {
      preset: "refrigerator",
      supply: { kind: "tube", end: "tube-1/4-pe" },
      builds: /^Adapter, 1\/4 quick-connect x 1\/4 comp outlet \+ Braided stainless line/,
    },
    "the same in a shop that joins tubes by compression: a union, the tube with its insert": {
      preset: "refrigerator",
      supply: { kind: "tube", end: "tube-1/4-pe" },
      also: { houseRules: { tubeJoint: "compression" } },
      builds:
        /^Nut, plastic ferrule and insert for 1\/4 OD polyethylene \+ Union, 1\/4 comp x 1\/4 comp outlets/,
    },
    "behind reverse osmosis no brass touches the water": {
      preset: "refrigerator",
      supply: { kind: "pipe", end: "tube-1/4-pe", treated: "reverse-osmosis" },
      builds: /^Tee with its own valve, 1\/4 quick-connect all three \+ .*tube, 1\/4 OD, by the foot/,
    },
  },
  "what stands before and on the pipe": {
    "a valve before the stub holds: no stop has to be added": {
      supply: stub("pipe-1/2-copper", { behindValve: "holds" }),
      warns: "behind-valve",
      judged: ({ warnings }) => assert.ok(warnings.every(({ code }) => code !== "isolate-upstream")),
    },
    "a valve before the stub fails: a stop comes, and it is said": {
      supply: stub("pipe-1/2-copper", { behindValve: "fails" }),
      builds: /stop/i,
      warns: "valve-before-fails",
    },
    "old nut and ferrule sit on the pipe: a body of the same thread, a small turn": {
      supply: { kind: "dead-stop", end: "pipe-1/2-copper", leftOn: "nut-and-ferrule", looks: "wall" },
      builds: /5\/8 comp/,
      judged: ({ joints }) => assert.ok(joints[0]?.notes.some((note) => /small turn/.test(note))),
    },
    "the same soldered: the ferrule comes off first": {
      supply: { kind: "dead-stop", end: "pipe-1/2-copper", leftOn: "nut-and-ferrule", looks: "wall" },
      also: { swaps: { "ST-C58C38": "ST-W12C38" } },
      judged: ({ joints }) =>
        assert.ok(joints[0]?.notes.some((note) => /bare round pipe|Pull the old ferrule/.test(note))),
    },
  },
  "a stop of its own": {
    "bidet seat on the toilet's line, asked for: a tee with its own valve": {
      ...bidetOnToiletLine,
      also: { needs: ["own-stop"] },
      builds: /own valve/,
    },
    "the same by the shop's standard": {
      ...bidetOnToiletLine,
      also: { houseRules: { ownStop: "when-shared" } },
      builds: /own valve/,
    },
    "where a supply is shared, unless the shop says never": { ...bidetOnToiletLine, builds: /own valve/ },
    "never, where the shop says so": {
      ...bidetOnToiletLine,
      also: { houseRules: { ownStop: "never" } },
      without: /own valve/,
    },
    "alone at its stop: nothing is added": {
      also: { needs: ["own-stop"] },
      builds: /^Braided stainless line/,
    },
    "sprayer with backflow: valve, then breaker, then its hose": {
      preset: "bidet-sprayer",
      supply: { keepsExistingLine: true, keptLine: { inlet: "bc-7/8-m" } },
      also: { needs: ["backflow"] },
      builds: /own valve.*Vacuum breaker for a hand sprayer/,
      never: /Dual check/,
    },
  },
});
