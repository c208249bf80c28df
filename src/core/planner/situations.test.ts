/**
 * Situations a service plumber meets, each with what a good plumber would build or refuse. Written from the trade, not from
 * the code: what is asked for is told by what is looked for in the names of parts, in figures and in reasons.
 */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import type { Fixture, Plan, PlanRequest } from "../plan/index.ts";
import { planRequestOf, surveyFromPreset } from "../survey/index.ts";
import { planHookup } from "./plan.ts";

interface Situation {
  /** A preset, or a fixture asked for by its inlet. */
  readonly preset?: string;
  readonly inlet?: Partial<PlanRequest["inlet"]> & { readonly fixture: Fixture };
  readonly supply?: Partial<PlanRequest["supply"]>;
  readonly also?: Partial<Omit<PlanRequest, "supply" | "inlet">>;
  /** In the names of the first plan's parts, from the wall on. */
  readonly builds?: RegExp;
  /** Never in the first plan. */
  readonly first?: "direct";
  readonly without?: RegExp;
  /** In no plan at all. */
  readonly never?: RegExp;
  readonly refuses?: string;
  /** The figure a refusal must name. */
  readonly figure?: RegExp;
  readonly warns?: string;
  readonly hasNoPlan?: true;
  readonly judged?: (plan: Plan) => void;
}

function requestOf({ preset = "toilet", supply, inlet, also }: Situation): PlanRequest {
  const found = tables.presets.find((each) => each.id === preset);
  assert.ok(found, preset);
  const base = planRequestOf(surveyFromPreset(found, "room"), null);
  const { isStaticAssumed: _, ...measured } = base.supply;
  return {
    ...base,
    ...also,
    supply: { ...measured, staticPsi: 60, ...supply },
    inlet: { ...base.inlet, ...inlet },
  };
}

const namesOf = (plan: Plan) => plan.parts.map(({ name }) => name).join(" + ");

function check(situation: Situation): void {
  const { builds, without, never, refuses, figure, warns, hasNoPlan, judged, first } = situation;
  const { plans, refused } = planHookup(plannerIndex, requestOf(situation));
  const [plan] = plans;
  const reasons = refused.map(({ code, message }) => `${code}: ${message}`).join("\n");
  if (hasNoPlan) assert.equal(plans.length, 0, plan && namesOf(plan));
  else assert.ok(plan, reasons);
  const built = plan === undefined ? "" : namesOf(plan);
  if (first === "direct") assert.equal(plan?.parts.length, 0, built);
  if (builds) assert.match(built, builds);
  if (without) assert.doesNotMatch(built, without);
  if (never) for (const each of plans) assert.doesNotMatch(namesOf(each), never);
  if (refuses)
    assert.ok(
      refused.some(({ code }) => code === refuses),
      reasons,
    );
  if (figure) assert.match(reasons, figure);
  if (warns)
    assert.ok(
      plan?.warnings.some(({ code }) => code === warns),
      plan?.warnings.map(({ code }) => code).join(", "),
    );
  if (plan && judged) judged(plan);
}

const stub = (end: string, more: Partial<PlanRequest["supply"]> = {}): Partial<PlanRequest["supply"]> => ({
  kind: "stub",
  end,
  ...more,
});
const TUB: NonNullable<Situation["inlet"]> = { fixture: "tub-filler", end: "npsm-1/2-m", plastic: false };
const HYDRANT: NonNullable<Situation["inlet"]> = { fixture: "hydrant", end: "npt-1/2-m", plastic: false };

const SITUATIONS: Readonly<Record<string, Readonly<Record<string, Situation>>>> = {
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
      never: /LB-C14|1\/4 OD/,
    },
    "tub filler from pipe: full-bore valve and line": {
      inlet: TUB,
      supply: stub("pipe-1/2-copper", { water: "hot" }),
      also: { lengthIn: { min: 12, max: 20 } },
      builds: /Full-bore ball valve.*Full-bore braided line/,
      judged: ({ flow }) => assert.ok((flow?.residualPsi ?? 0) >= 20),
    },
    "tub filler from a 3/8 stop: no faucet line": {
      inlet: TUB,
      supply: { water: "hot" },
      also: { lengthIn: { min: 12, max: 20 } },
      never: /Braided stainless line, 3\/8 comp x 1\/2 FIP/,
      refuses: "bore-too-small",
      figure: /0\.2\d in/,
    },
    "hydrant: no flexible line of faucet size": {
      inlet: HYDRANT,
      supply: stub("pipe-1/2-copper"),
      also: { lengthIn: { min: 12, max: 60 } },
      never: /Braided stainless line|Polyethylene/,
    },
    "washer from a 3/8 stop outlet: no 3/8 line": {
      preset: "washer-cold",
      supply: { kind: "stop-outlet", end: "comp-3/8-m" },
      never: /3\/8 comp x 3\/4 hose/,
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
    "refrigerator at 22 psi: the usual line starves it, a wider one does not": {
      preset: "refrigerator",
      supply: { staticPsi: 22 },
      builds: /3\/8 comp x 3\/8 comp/,
      refuses: "starved",
      figure: /psi at 0\.5 gpm where 20 are needed; most of it goes in Braided stainless line/,
    },
    "refrigerator at 19 psi: nothing helps": {
      preset: "refrigerator",
      supply: { staticPsi: 19 },
      hasNoPlan: true,
      refuses: "starved",
      figure: /psi static or a wider way would do/,
    },
    "refrigerator at 26 psi: enough": {
      preset: "refrigerator",
      supply: { staticPsi: 26 },
      builds: /Braided/,
    },
    "toilet at 10 psi: just enough": { supply: { staticPsi: 11 }, builds: /Braided/ },
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
    "direct joint leaves the static pressure": {
      preset: "kitchen-hot",
      judged: ({ flow }) => assert.deepEqual([flow?.residualPsi, flow?.availableGpm], [60, null]),
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
        const device = parts.findIndex(({ sku }) =>
          tables.parts.some((part) => part.sku === sku && part.functions.includes("auto-shutoff")),
        );
        assert.ok(device > tee, namesOfKinds(parts));
      },
    },
    "refrigerator with shut-off and filter: shut-off first": {
      preset: "refrigerator",
      also: { needs: ["auto-shutoff", "filter"] },
      judged: ({ parts }) => {
        const place = (wanted: "auto-shutoff" | "filter") =>
          parts.findIndex(({ sku }) =>
            tables.parts.some((part) => part.sku === sku && part.functions.includes(wanted)),
          );
        assert.ok(place("auto-shutoff") < place("filter"), namesOfKinds(parts));
      },
    },
    "washer with an arrestor and a shut-off: the arrestor nearest the valve": {
      preset: "washer-cold",
      also: { needs: ["arrestor", "auto-shutoff"] },
      judged: ({ parts }) => {
        const place = (wanted: "auto-shutoff" | "arrestor") =>
          parts.findIndex(({ sku }) =>
            tables.parts.some((part) => part.sku === sku && part.functions.includes(wanted)),
          );
        assert.ok(place("auto-shutoff") < place("arrestor"), namesOfKinds(parts));
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
        const nut = joints.find(({ ends }) => ends.includes("bc-7/8-f"));
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
    "nothing gives way where all can be kept": { judged: ({ gaveWay }) => assert.equal(gaveWay, undefined) },
    "a saddle tap is refused": { supply: { kind: "pipe", end: "pipe-1/2-copper" }, refuses: "saddle-tap" },
    "the old line is not used again": { refuses: "reuse-old-line" },
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
};

function namesOfKinds(parts: Plan["parts"]): string {
  return parts.map(({ kind, name }) => `${kind} ${name}`).join(" + ");
}

for (const [subject, situations] of Object.entries(SITUATIONS))
  describe(subject, () => {
    for (const [name, situation] of Object.entries(situations)) it(name, () => check(situation));
  });
