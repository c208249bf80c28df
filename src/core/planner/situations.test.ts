/** Devices, joints, the shop's rules, and what cannot be done. Written from the trade, not from the code: what is asked for is told by names of parts, figures and reasons. */
import assert from "node:assert/strict";
import { namesOfKinds, placeOf, stub, testSituations } from "../../../tests/support/situation.ts";

testSituations({
  devices: {
    "filter beside a faucet line: after the fork": {
      inlet: { fixture: "filter", end: "quick-1/4", plastic: true },
      supply: { keepsExistingLine: true },
      also: { needs: ["filter"], lengthIn: { min: 12, max: 60 } },
      judged: ({ parts }) => {
        const at = (kind: string) => parts.findIndex((part) => part.kind === kind);
        assert.ok(at("filter") > at("tee"), namesOfKinds(parts));
      },
    },
    "flood stop beside a faucet line: on the new branch": {
      preset: "refrigerator",
      supply: { end: "comp-3/8-m", keepsExistingLine: true },
      also: { needs: ["auto-shutoff"] },
      judged: ({ parts }) => {
        const tee = parts.findIndex(({ kind }) => kind === "tee");
        assert.ok(placeOf(parts, "auto-shutoff") > tee, namesOfKinds(parts));
      },
    },
    "refrigerator with shut-off and filter: shut-off first": {
      preset: "refrigerator",
      also: { needs: ["auto-shutoff", "filter"] },
      judged: ({ parts }) => {
        assert.ok(placeOf(parts, "auto-shutoff") < placeOf(parts, "filter"), namesOfKinds(parts));
      },
    },
    "washer with an arrestor and a shut-off: the arrestor nearest the valve": {
      preset: "washer-cold",
      also: { needs: ["arrestor", "auto-shutoff"] },
      judged: ({ parts }) => {
        assert.ok(placeOf(parts, "auto-shutoff") < placeOf(parts, "arrestor"), namesOfKinds(parts));
      },
    },
    "washer with an arrestor: at its valve": {
      preset: "washer-cold",
      also: { needs: ["arrestor"] },
      builds: /Braided stainless washer hose.*\+ Hammer arrestor/,
      judged: ({ joints }) => assert.equal(joints.length, 3, "the arrestor goes straight on the valve"),
    },
    "dishwasher with an arrestor: between line and adapter": {
      preset: "dishwasher",
      also: { needs: ["arrestor"] },
      builds: /line.*\+ Hammer arrestor, 3\/8 comp.*\+ Adapter/,
    },
    "washer with an arrestor in a shop that puts it at the stop": {
      preset: "washer-cold",
      also: { needs: ["arrestor"], houseRules: { arrestorPlace: "stop" } },
      builds: /^Hammer arrestor.*Braided stainless washer hose/,
    },
    "washer with an arrestor asked for at the stop": {
      preset: "washer-cold",
      also: { needs: ["arrestor"], arrestorAt: "stop" },
      builds: /^Hammer arrestor/,
    },
    "filter for both faucets: before the fork": {
      preset: "refrigerator",
      supply: { end: "comp-3/8-m", keepsExistingLine: true },
      also: { needs: ["filter"], for: { filter: "both" } },
      judged: ({ parts }) => {
        const at = (kind: string) => parts.findIndex((part) => part.kind === kind);
        assert.ok(at("filter") >= 0 && at("filter") < at("tee"), namesOfKinds(parts));
      },
    },
    "a washer's screen is no filter": {
      preset: "dishwasher-hose",
      supply: { water: "cold" },
      also: { needs: ["filter"] },
      never: /screen/i,
    },
    "washer with an arrestor seen: hammer is not spoken of again": {
      preset: "washer-cold",
      also: { present: ["arrestor"] },
      judged: ({ warnings }) => assert.ok(!warnings.some(({ code }) => code === "suggest-arrestor")),
    },
    "washer: hammer is spoken of": { preset: "washer-cold", warns: "suggest-arrestor" },
    "refrigerator: shut-off is spoken of": { preset: "refrigerator", warns: "suggest-auto-shutoff" },
    "bidet seat: backflow is spoken of": { preset: "bidet-seat", warns: "suggest-backflow" },
    "utility faucet: its hose outlet is spoken of": {
      preset: "utility-cold",
      warns: "suggest-vacuum-breaker",
    },
  },
  joints: {
    "plastic nut of a tank by hand": {
      judged: ({ joints }) =>
        assert.deepEqual([joints.at(-1)?.turns?.handOnly, joints.at(-1)?.wrenches], [true, []]),
    },
    "tee on the nut of a toilet's line that stays: by hand": {
      preset: "bidet-seat",
      supply: { keepsExistingLine: true, keptLine: { inlet: "bc-7/8-m" } },
      judged: ({ joints }) => {
        const nut = joints.find(({ ends }) => ends?.includes("bc-7/8-f"));
        assert.ok(nut?.turns?.handOnly, JSON.stringify(joints.map(({ ends }) => ends)));
      },
    },
    "the same nut seen to be of metal: with a wrench": {
      preset: "bidet-seat",
      supply: { keepsExistingLine: true, keptLine: { inlet: "bc-7/8-m" }, keptNut: "metal" },
      judged: ({ joints }) => assert.equal(joints[0]?.turns?.handOnly, false),
    },
    "plastic inlet: tape, whatever the paste rule": {
      preset: "dishwasher",
      also: { houseRules: { taperSealant: "paste" } },
      judged: ({ joints }) => assert.equal(joints.at(-1)?.sealant, "tape"),
    },
    "PEX in a compression stop: with its insert": {
      supply: stub("pipe-1/2-pex"),
      also: { houseRules: { pipeJoint: "compression" } },
      builds: /insert/,
    },
    "PEX in push-fit: with its stiffener": { supply: stub("pipe-1/2-pex"), builds: /Stiffener/ },
    "copper in a compression stop: the stop's own ferrule": {
      supply: stub("pipe-1/2-copper"),
      also: { houseRules: { pipeJoint: "compression" } },
      builds: /^Angle stop, quarter turn, 5\/8 comp/,
      without: /insert/,
    },
  },
  "the shop's rules": {
    "pipe joint by solder": {
      supply: stub("pipe-1/2-copper"),
      also: { houseRules: { pipeJoint: "solder" } },
      builds: /sweat/,
    },
    "pipe joint by press": {
      supply: stub("pipe-1/2-copper"),
      also: { houseRules: { pipeJoint: "press" } },
      builds: /press/,
    },
    "pipe joint by crimp on PEX": {
      supply: stub("pipe-1/2-pex"),
      also: { houseRules: { pipeJoint: "crimp" } },
      builds: /crimp/,
    },
    "pipe joint by expansion on PEX": {
      supply: stub("pipe-1/2-pex"),
      also: { houseRules: { pipeJoint: "expansion" } },
      builds: /expansion/,
    },
    "expansion on PEX-b: refused": {
      supply: stub("pipe-1/2-pex", { pexType: "b" }),
      also: { houseRules: { pipeJoint: "expansion" } },
      never: /expansion/,
    },
    "expansion on PEX nobody has read: said": {
      supply: stub("pipe-1/2-pex"),
      also: { houseRules: { pipeJoint: "expansion" } },
      warns: "pex-print-line",
    },
    "push-fit not hidden: only that rule gives way": {
      preset: "refrigerator",
      supply: { kind: "pipe", end: "pipe-1/2-copper" },
      also: { access: "closed-wall" },
      builds: /Braided stainless line/,
      judged: ({ gaveWay }) => assert.deepEqual(gaveWay, ["pipeJoint"]),
    },
    "what gave way is named": {
      supply: { kind: "pipe", end: "pipe-1/2-copper" },
      also: { access: "closed-wall" },
      judged: ({ warnings }) =>
        assert.match(
          warnings.find(({ code }) => code === "school-relaxed")?.message ?? "",
          /[Pp]ush-fit to the pipe/,
        ),
    },
    "nothing gives way where all can be kept": { judged: ({ gaveWay }) => assert.deepEqual(gaveWay, []) },
    "a saddle tap is refused": { supply: { kind: "pipe", end: "pipe-1/2-copper" }, refuses: "saddle-tap" },
    "the old line is not used again": { refuses: "reuse-old-line" },
  },
  "what cannot be done": {
    "polybutylene: no listed stop": {
      supply: stub("pipe-1/2-pb"),
      hasNoPlan: true,
      refuses: "pipe-not-listed",
    },
    "an end nobody lists": { supply: { end: "no-such" }, hasNoPlan: true, refuses: "unknown-end" },
    "no line of that length: a rigid riser is cut, and the rule that gives way is named": {
      also: { lengthIn: { min: 13.5, max: 14 } },
      builds: /riser/,
      judged: ({ gaveWay }) => assert.deepEqual(gaveWay, ["toiletLine"]),
    },
    "no line of that length and nothing to cut": {
      preset: "lavatory-hot",
      also: { lengthIn: { min: 21, max: 23 } },
      hasNoPlan: true,
      refuses: "no-length",
      figure: /20, 24/,
    },
  },
});
