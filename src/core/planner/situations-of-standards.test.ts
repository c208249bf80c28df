/** What a shop's standards make of a plan, and how its joints are held and turned. Written from the trade, not from the code. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import {
  CLOSED,
  COPPER,
  NIPPLE,
  requestOf,
  type Situation,
  standardsGaveWay,
  stub,
  testSituations,
  warnsOf,
} from "../../../tests/support/situation.ts";
import { plannerIndex } from "../../../tests/support/tables.ts";
import type { Plan } from "../plan/index.ts";
import { planHookup } from "./plan.ts";

const CHAMBER = { houseRules: { hammer: "air-chamber" } } as const;

const joint = ({ joints }: Plan, at: number) => joints[at - 1] ?? assert.fail(`joint ${at}`);
const heldAt = (plan: Plan, at: number) => joint(plan, at).holdBack?.what ?? "";

testSituations({
  "standards are kept or said to give way": {
    "an air chamber on a stop that stands already: its pipe is none of the plan's": {
      preset: "dishwasher",
      also: CHAMBER,
      judged: standardsGaveWay("hammer"),
    },
    "an air chamber on a copper stub: a tee, a foot of pipe that is capped, and pipe on to the stop": {
      preset: "dishwasher",
      supply: COPPER,
      also: CHAMBER,
      builds: /^Tee, 1\/2.*Copper pipe.*Cap, 1\/2.*Copper pipe.*top/,
      judged: (plan) => {
        standardsGaveWay()(plan);
        warnsOf("air-chamber-planned")(plan);
        const aside = plan.parts.filter(({ branch }) => branch === "chamber");
        assert.deepEqual(
          aside.filter(({ ports }) => ports.length > 0).map(({ kind, lengthIn }) => [kind, lengthIn]),
          [
            ["pipe", 12],
            ["cap", undefined],
          ],
        );
        assert.equal(plan.joints.filter((each) => each.aside).length, 2);
      },
    },
    "soldered where the shop solders": {
      preset: "dishwasher",
      supply: COPPER,
      also: { houseRules: { hammer: "air-chamber", pipeJoint: "solder" } },
      builds: /^Tee, 1\/2 sweat.*Cap, 1\/2 sweat/,
    },
    "of CPVC: cemented": {
      preset: "dishwasher",
      supply: stub("pipe-1/2-cpvc"),
      also: CHAMBER,
      builds: /^Tee, 1\/2 CPVC.*Cap, 1\/2 CPVC/,
      judged: warnsOf("air-chamber-planned"),
    },
    "in a closed wall: only joints that may be closed in": {
      preset: "dishwasher",
      supply: COPPER,
      also: { ...CHAMBER, ...CLOSED },
      judged: ({ parts, joints }) => {
        const chamber = parts.findIndex(({ branch }) => branch === "chamber");
        const own = joints.filter(({ between }) => between.some((ref) => ref.startsWith(`p${chamber}.`)));
        assert.ok(own.every(({ type }) => ["solder", "press"].includes(type)));
      },
    },
    "with the rough-in of the same: the finish finds it there": {
      preset: "dishwasher",
      supply: COPPER,
      also: { ...CHAMBER, phase: "rough-in" },
      judged: warnsOf("air-chamber-planned"),
    },
    "not of PEX: it does not stand up by itself": {
      preset: "dishwasher",
      supply: stub("pipe-1/2-pex"),
      also: CHAMBER,
      judged: standardsGaveWay("hammer"),
    },
    "nor beside an arrestor that is asked for": {
      preset: "dishwasher",
      supply: COPPER,
      also: { ...CHAMBER, needs: ["arrestor"] },
      without: /Cap/,
    },
    "nor at a faucet that is shut by hand": {
      preset: "kitchen-cold",
      supply: COPPER,
      also: CHAMBER,
      without: /Cap/,
    },
    "CPVC in a shop that joins by compression: solvent, and it is said": {
      supply: stub("pipe-1/2-cpvc"),
      also: { houseRules: { pipeJoint: "solder" } },
      judged: ({ gaveWay = [] }) => assert.ok(gaveWay.includes("pipeJoint")),
    },
    "tubes joined by compression where that is the shop's": {
      preset: "refrigerator",
      supply: { kind: "tube", end: "tube-1/4-pe" },
      also: { houseRules: { tubeJoint: "compression" } },
      builds: /Union, 1\/4 comp/,
      judged: standardsGaveWay(),
    },
  },
  "what hangs on a stop": {
    "an arrestor and a shut-off in a row: fixed to the wall": {
      preset: "dishwasher",
      also: { needs: ["arrestor", "auto-shutoff", "backflow"], arrestorAt: "stop" },
      warns: "devices-clip",
    },
    "one alone: its joint carries it": {
      preset: "dishwasher",
      also: { needs: ["auto-shutoff"] },
      judged: ({ warnings }) => assert.ok(warnings.every(({ code }) => code !== "devices-clip")),
    },
  },
  "what rules out a need": {
    "a filter on hot water: none is made for hot, and that is said": {
      preset: "kitchen-hot",
      also: { needs: ["filter"] },
      hasNoPlan: true,
      refuses: "not-for-hot",
      figure: /filter/,
    },
  },
  "sizes in millimetres": {
    "15 mm out of the floor: a straight stop, two fittings at most": {
      supply: stub("tube-15mm-copper", { looks: "floor" }),
      builds: /^Straight stop, quarter turn, 15 mm compression/,
    },
    "22 mm to a toilet: reduced once": {
      supply: stub("tube-22mm-copper", { looks: "wall" }),
      judged: ({ parts }) => assert.ok(parts.filter(({ kind }) => kind === "adapter").length <= 1),
    },
  },
  "a faucet's line": {
    "of three feet: some codes end the supply pipe within 30 in": {
      preset: "lavatory-cold",
      also: { lengthIn: { min: 34, max: 38 } },
      judged: warnsOf("faucet-line-long"),
    },
    "of twenty inches: nothing is said": {
      preset: "lavatory-cold",
      also: { lengthIn: { min: 18, max: 20 } },
      judged: ({ warnings }) => assert.ok(!warnings.some(({ code }) => code === "faucet-line-long")),
    },
  },
  "holding and turning": {
    "a nipple in the wall: a pipe wrench, no flats": {
      supply: NIPPLE,
      judged: (plan) => {
        assert.match(heldAt(plan, 1), /pipe wrench/);
        assert.deepEqual(joint(plan, 1).holdBack?.wrenches, []);
      },
    },
    "a new dielectric union: by its own flats": {
      supply: NIPPLE,
      also: { needs: ["dielectric"] },
      judged: (plan) => {
        assert.match(heldAt(plan, 3), /union/);
        assert.deepEqual(joint(plan, 3).holdBack?.wrenches, ["1 1/16 in"]);
      },
    },
    "a dead stop whose outlet is used again: the stop's body, not the pipe": {
      supply: { kind: "dead-stop", end: "comp-3/8-m" },
      judged: (plan) => assert.match(heldAt(plan, 1), /stop's body/),
    },
    "a seated ferrule used again: an eighth to a quarter, never past a half": {
      supply: { kind: "dead-stop", end: "pipe-1/2-copper", leftOn: "nut-and-ferrule", looks: "wall" },
      judged: (plan) => {
        assert.deepEqual(joint(plan, 1).turns, { handOnly: false, min: 0.125, max: 0.25 });
        assert.equal(joint(plan, 1).hardMaxTurns, 0.5);
      },
    },
    "in a shop that fits a new one each time: the turns of a new one": {
      supply: { kind: "dead-stop", end: "pipe-1/2-copper", leftOn: "nut-and-ferrule", looks: "wall" },
      also: { houseRules: { seatedFerrule: "new", pipeJoint: "compression" } },
      judged: (plan) => assert.equal(joint(plan, 1).rule, "ferrule-copper"),
    },
    "a plastic nut on a new line's end: by hand, no wrench": {
      preset: "lavatory-cold",
      also: { line: { by: "new", nut: "plastic" } },
      judged: ({ joints }) => {
        const last = joints.at(-1);
        assert.ok(last?.turns?.handOnly);
        assert.deepEqual(last.wrenches, []);
      },
    },
  },
  "pieces as sold": {
    "two washers of a kept hose: one pack, priced by use": {
      preset: "washer-cold",
      also: { line: { by: "kept", lengthIn: 60, ageYears: 1 } },
      judged: ({ parts, priceCents }) => {
        assert.deepEqual(
          parts.map(({ quantity }) => quantity),
          [1],
        );
        assert.equal(priceCents, 2 * 29);
      },
    },
    "tube cut twice: no piece of nought": {
      preset: "refrigerator",
      inlet: { fixture: "refrigerator", end: "quick-1/4", plastic: true },
      supply: { end: "quick-1/4", treated: "reverse-osmosis" },
      also: { needs: ["filter"], houseRules: { refrigeratorLine: "plastic" } },
      judged: ({ parts }) => assert.ok(parts.every(({ quantity }) => quantity > 0)),
    },
  },
} satisfies Record<string, Record<string, Situation>>);

describe("a faucet on the wall", () => {
  const { lineKind: _, ...open } = requestOf({ preset: "utility-cold", supply: COPPER });
  const builds = (min: number, max: number) =>
    planHookup(plannerIndex, { ...open, lengthIn: { min, max } })
      .plans[0]?.parts.map(({ name }) => name)
      .join(" + ") ?? "";
  it("two to eight inches from its pipe takes hard pipe", () =>
    assert.match(builds(2, 8), /[Vv]alve.*Copper pipe, 1\/2, by the foot/));
  it("a foot and a half away takes a line", () => assert.match(builds(16, 24), /[Ll]ine/));
});
