/** Jobs drawn at random: any at all, and those a plumber could meet. */
import fc from "fast-check";
import {
  NEEDS as ALL_NEEDS,
  FIXTURES,
  type LineFound,
  type Need,
  type PlanRequest,
  STOP_LEFTOVERS,
  SUPPLY_KINDS,
  WORK_PHASES,
} from "../../src/core/plan/index.ts";
import { planRequestOf, surveyFromPreset } from "../../src/core/survey/index.ts";
import { tables } from "./tables.ts";

const SUPPLY_ENDS = [
  "comp-3/8-m",
  "comp-1/4-m",
  "comp-1/2-m",
  "npt-1/2-m",
  "npt-3/8-m",
  "hose-3/4-m",
  "quick-1/4",
  "pipe-1/2-copper",
  "pipe-3/4-copper",
  "pipe-1/2-pex",
  "pipe-1/2-cpvc",
  "tube-1/4-pe",
  "tube-3/8-copper",
];
const INLET_ENDS = [
  "bc-7/8-m",
  "npsm-1/2-m",
  "comp-3/8-m",
  "comp-3/8-f",
  "comp-1/4-m",
  "npt-3/8-f",
  "npt-1/2-m",
  "hose-3/4-m",
  "quick-1/4",
];
const NEEDS: readonly Need[] = [
  "arrestor",
  "auto-shutoff",
  "backflow",
  "filter",
  "union",
  "dielectric",
  "own-stop",
  "elbow",
];
/** Mostly a new line, sometimes one that is there or comes with the fixture, or none. */
const LINES: readonly (LineFound | undefined)[] = [
  undefined,
  undefined,
  undefined,
  { by: "kept" },
  { by: "kept", lengthIn: 20, ageYears: 6 },
  { by: "none" },
  { by: "fixture-hose" },
  { by: "fixture-tail" },
];

/** Any job at all, sensible or not. */
export const anyJob: fc.Arbitrary<PlanRequest> = fc
  .record({
    end: fc.constantFrom(...SUPPLY_ENDS),
    kind: fc.constantFrom(...SUPPLY_KINDS),
    water: fc.constantFrom("cold" as const, "hot" as const),
    staticPsi: fc.integer({ min: 10, max: 120 }),
    keepsExistingLine: fc.boolean(),
    looks: fc.constantFrom("wall" as const, "floor" as const),
    inletEnd: fc.constantFrom(...INLET_ENDS),
    fixture: fc.constantFrom(...FIXTURES),
    plastic: fc.boolean(),
    min: fc.integer({ min: 6, max: 60 }),
    wide: fc.integer({ min: 2, max: 40 }),
    needs: fc.subarray([...NEEDS], { maxLength: 2 }),
    access: fc.constantFrom("open" as const, "closed-wall" as const),
    line: fc.constantFrom(...LINES),
    phase: fc.constantFrom(undefined, undefined, ...WORK_PHASES),
    leftOn: fc.constantFrom(...STOP_LEFTOVERS),
    behindValve: fc.constantFrom(undefined, "holds" as const, "fails" as const),
    clearanceIn: fc.constantFrom(undefined, undefined, 2, 6),
    keptInlet: fc.constantFrom(undefined, "bc-7/8-m", "npsm-1/2-m"),
    keptUp: fc.constantFrom(undefined, 8, 11, 14),
  })
  .map(
    ({
      inletEnd,
      fixture,
      plastic,
      min,
      wide,
      needs,
      access,
      line,
      phase,
      clearanceIn,
      behindValve,
      keptInlet,
      keptUp,
      ...supply
    }) => ({
      supply: {
        ...supply,
        stopHolds: true,
        ...(behindValve === undefined ? {} : { behindValve }),
        ...(keptInlet === undefined
          ? {}
          : {
              keptLine: {
                inlet: keptInlet,
                ...(keptUp === undefined ? {} : { measured: { lengthIn: 16, to: [3, keptUp, 0] as const } }),
              },
            }),
      },
      ...(line === undefined ? {} : { line }),
      ...(phase === undefined ? {} : { phase }),
      ...(clearanceIn === undefined ? {} : { clearanceIn }),
      inlet: { end: inletEnd, fixture, plastic },
      lengthIn: { min, max: min + wide },
      needs,
      access,
      houseRules: {},
      stock: null,
    }),
  );

type Supply = Pick<PlanRequest["supply"], "end" | "kind">;

/** Supplies as they are found, each end with the kinds it is found as. */
const FOUND: readonly Supply[] = [
  ...(["comp-3/8-m", "comp-1/4-m", "comp-5/8-m", "npsm-1/2-m", "quick-1/4"] as const).map((end) => ({
    end,
    kind: "stop-outlet" as const,
  })),
  { end: "hose-3/4-m", kind: "box-valve" },
  { end: "hose-3/4-m", kind: "stop-outlet" },
  { end: "tube-1/4-pe", kind: "tube" },
  ...(
    [
      "npt-1/2-m",
      "npt-3/4-m",
      "npt-1/2-f",
      "pipe-1/2-copper",
      "pipe-3/4-copper",
      "pipe-1/2-pex",
      "pipe-3/4-pex",
      "pipe-1/2-cpvc",
    ] as const
  ).flatMap((end) => [
    { end, kind: "stub" as const },
    { end, kind: "dead-stop" as const },
  ]),
  ...(["pipe-1/2-copper", "pipe-3/4-copper", "pipe-1/2-pex", "pipe-1/2-cpvc"] as const).map((end) => ({
    end,
    kind: "pipe" as const,
  })),
];

const RULES: readonly PlanRequest["houseRules"][] = [
  {},
  {},
  { pipeJoint: "solder" },
  { pipeJoint: "press" },
  { pipeJoint: "compression" },
  { ownStop: "always" },
  { ownStop: "never" },
  { washerHose: "rubber" },
  { refrigeratorLine: "copper" },
  { refrigeratorLine: "plastic" },
  { toiletLine: "rigid" },
  { reuseLine: "recent" },
  { concealedPushFit: "allow" },
];

/** A job a plumber could meet: a usual fixture on a supply as found, with access, needs, standards and water of any kind. */
export const metJob: fc.Arbitrary<PlanRequest> = fc
  .record({
    preset: fc.constantFrom(...tables.presets),
    found: fc.option(fc.constantFrom(...FOUND), { freq: 4 }),
    water: fc.constantFrom(undefined, undefined, undefined, "cold" as const, "hot" as const),
    staticPsi: fc.constantFrom(25, 45, 60, 60, 75),
    access: fc.constantFrom("open" as const, "open" as const, "closed-wall" as const),
    needs: fc.subarray([...ALL_NEEDS], { maxLength: 1 }),
    rules: fc.constantFrom(...RULES),
    behind: fc.constantFrom(undefined, undefined, "holds" as const),
    looks: fc.constantFrom(undefined, "wall" as const, "floor" as const),
    line: fc.constantFrom<(LineFound | undefined)[]>(
      undefined,
      undefined,
      undefined,
      undefined,
      { by: "fixture-hose", lengthIn: 18 },
      { by: "fixture-tail", lengthIn: 30 },
      { by: "kept", ageYears: 9 },
    ),
    phase: fc.constantFrom(undefined, undefined, undefined, "rough-in" as const),
    boreIn: fc.constantFrom(undefined, undefined, undefined, 0.15, 0.5),
  })
  .map(({ preset, found, water, staticPsi, access, needs, rules, behind, looks, line, phase, boreIn }) => {
    const usual = planRequestOf(surveyFromPreset(preset, "room"), null);
    return {
      ...usual,
      supply: {
        ...usual.supply,
        ...(found ?? {}),
        ...(found === null ? {} : { keepsExistingLine: false }),
        ...(water === undefined ? {} : { water }),
        ...(behind === undefined ? {} : { behindValve: behind }),
        ...(looks === undefined ? {} : { looks }),
        ...(boreIn === undefined ? {} : { boreIn }),
        staticPsi,
      },
      access,
      needs,
      houseRules: rules,
      ...(line === undefined ? {} : { line }),
      ...(phase === undefined ? {} : { phase }),
    };
  });
