/** The line fitter for requests from outside: checked, worked off by the pool, rounded to what is meant. */

import {
  DEFAULT_MARGINS,
  explainFault,
  type FittedLength,
  type LineSetup,
  setupFault,
} from "../../core/line/index.ts";
import type { Part, Port } from "../../core/part/index.ts";
import type { Plan } from "../../core/plan/index.ts";
import { marginsFor, type PlannerIndex } from "../../core/planner/index.ts";
import { asTyped, type LineSpace, type Survey, surveyFromPreset } from "../../core/survey/index.ts";
import type { FitAnswer, FitRequest } from "../../schema/line.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { currentPlannerIndex, shopStandards } from "../shop/shop.ts";

/** A ten-thousandth of an inch: far finer than anybody measures, short enough to send. */
const fine = (value: number) => Number(value.toFixed(4));

function answerOf({
  lengthIn,
  rating,
  slackIn,
  curve,
  sensitivity: firmness,
}: FittedLength): FitAnswer["fits"][number] {
  return {
    lengthIn,
    rating,
    minRadiusIn: curve && fine(curve.minRadiusIn),
    bulgeIn: curve && fine(curve.bulgeIn),
    slackIn: fine(slackIn),
    curve: (curve?.curve ?? []).map(([x, y, z]): [number, number, number] => [fine(x), fine(y), fine(z)]),
    worstAtIn: curve && fine(curve.worst.alongIn),
    pull: curve && fine(curve.pull),
    leavesPlane: curve?.leavesPlane ?? false,
    touchy: firmness?.isSensitive ?? false,
    radiusRangeIn: firmness && [fine(firmness.radiusIn[0]), fine(firmness.radiusIn[1])],
    converged: curve?.converged ?? false,
  };
}

/**
 * Rates the lengths asked about and finds every interval of good ones.
 * Errors: AppError invalid, naming the field and the fix, for a setup that cannot be; too-heavy after eight seconds.
 */
export async function fitAnswer(
  { compute }: Pick<Context, "compute">,
  body: FitRequest,
  signal?: AbortSignal,
): Promise<FitAnswer> {
  const bench: LineSetup = {
    a: body.a,
    b: body.b,
    cuffIn: body.cuffIn,
    minBendRadiusIn: body.minBendRadiusIn,
    walls: body.walls ?? [],
    freeBulgeIn: body.freeBulgeIn ?? null,
  };
  const fault = setupFault(bench, body.lengthsIn);
  if (fault) {
    const message = explainFault(fault);
    throw new AppError("invalid", `${fault.field}: ${message}`, [{ path: fault.field, message }]);
  }
  const margins = {
    share: body.tautShare ?? DEFAULT_MARGINS.share,
    lengthIn: body.tautIn ?? DEFAULT_MARGINS.lengthIn,
  };
  const outcome = await compute.run("fit", { bench, lengthsIn: body.lengthsIn, margins }, signal);
  if (outcome === "too-heavy")
    throw new AppError(
      "too-heavy",
      "lengthsIn: that is too much to work out: ask for fewer lengths or walls.",
      [{ path: "lengthsIn", message: "ask for fewer lengths or walls" }],
    );
  return {
    fits: outcome.fits.map(answerOf),
    goodIntervalsIn: outcome.goodIntervalsIn.map(([from, until]) => [fine(from), until && fine(until)]),
    shortestGoodIn: outcome.shortestGoodIn && fine(outcome.shortestGoodIn),
    best: outcome.best && answerOf(outcome.best),
  };
}

/** Lines that differ in nothing but their length. */
export interface LineFamily {
  readonly name: string;
  readonly cuffIn: number;
  readonly minBendRadiusIn: number;
  readonly lengthsIn: readonly number[];
  /** True when it goes straight on both ends. */
  readonly goesOnBoth: boolean;
  /** Price of the cheapest. */
  readonly fromCents: number;
}

/** A line's name without its length. */
const familyName = ({ name }: { readonly name: string }): string => name.replace(/,? \d[\d /]* in$/, "");

/** Returns every family of flexible line in the catalogue, those that go straight on both ends first. */
export function lineFamilies(
  plannerIndex: PlannerIndex,
  ends: { readonly supply: string; readonly inlet: string },
) {
  const families = new Map<string, Part[]>();
  for (const part of plannerIndex.tables.parts) {
    if (part.kind !== "line" || part.lengthIn === null) continue;
    const name = familyName(part);
    families.set(name, [...(families.get(name) ?? []), part]);
  }
  const goesOn = ({ ports: [a, b] }: Part) =>
    a !== undefined &&
    b !== undefined &&
    [
      [a, b],
      [b, a],
    ].some(
      ([one, other]) =>
        one && other && plannerIndex.meet(ends.supply, one) && plannerIndex.meet(ends.inlet, other),
    );
  return [...families]
    .flatMap(([name, parts]): LineFamily[] => {
      const [first] = parts;
      if (first === undefined || first.cuffIn === null || first.minBendRadiusIn === null) return [];
      return [
        {
          name,
          cuffIn: first.cuffIn,
          minBendRadiusIn: first.minBendRadiusIn,
          lengthsIn: parts.flatMap(({ lengthIn }) => lengthIn ?? []).sort((a, b) => a - b),
          goesOnBoth: goesOn(first),
          fromCents: Math.min(...parts.map(({ priceCents }) => priceCents)),
        },
      ];
    })
    .sort((a, b) => Number(b.goesOnBoth) - Number(a.goesOnBoth) || a.fromCents - b.fromCents);
}

/** A part that can sit on an end and move it: in at one port, out at the other. */
export interface TubeInsert {
  readonly sku: string;
  readonly name: string;
  readonly into: Port;
  readonly out: Port;
}

const MOVING_KINDS: readonly Part["kind"][] = [
  "adapter",
  "elbow",
  "tee",
  "valve",
  "arrestor",
  "auto-shutoff",
  "backflow",
  "filter",
];

/** Returns the parts that go on an end: each with the way through it that a line would follow. */
export function insertsFor(plannerIndex: PlannerIndex, end: string): readonly TubeInsert[] {
  return plannerIndex.tables.parts
    .filter(({ kind }) => MOVING_KINDS.includes(kind))
    .flatMap(({ sku, name, ports }): TubeInsert[] => {
      const into = ports.find((port) => plannerIndex.meet(end, port) !== null);
      const out = ports.find((port) => port !== into);
      return into && out ? [{ sku, name, into, out }] : [];
    });
}

/** Returns where ends are taken to lie until somebody measures: straight apart by what the length leaves, the inlet looking back. */
export function assumedSpace({
  inletAboveSupply,
  length,
}: Pick<Survey, "inletAboveSupply" | "length">): LineSpace {
  const distanceIn = Math.max(2, Math.round((length.min.value - 1) * 2) / 2);
  return inletAboveSupply
    ? {
        inlet: { right: asTyped(1), up: asTyped(distanceIn), out: asTyped(0) },
        supplyWay: [0, 1, 0],
        inletWay: [0, -1, 0],
        walls: {},
        room: null,
      }
    : {
        inlet: { right: asTyped(distanceIn), up: asTyped(0), out: asTyped(2) },
        supplyWay: [0, 0, 1],
        inletWay: [-1, 0, 0],
        walls: {},
        room: null,
      };
}

/** Returns what the Line page of a connection is given beside the visit. */
export async function linePageFor(context: Context, survey: Survey, plan: Plan | null = null) {
  const [plannerIndex, rules] = await Promise.all([currentPlannerIndex(context), shopStandards(context)]);
  const ends = { supply: survey.supply.end, inlet: survey.inlet.end };
  const planned = plan?.parts.find(({ kind }) => kind === "line");
  const isPlanned = ({ name }: LineFamily) => planned !== undefined && familyName(planned) === name;
  const families = lineFamilies(plannerIndex, ends);
  const first = families.find(isPlanned);
  return {
    // The Line page opens on the line the chosen plan takes.
    families: first === undefined ? families : [first, ...families.filter((each) => each !== first)],
    plannedIn: first === undefined ? null : (planned?.lengthIn ?? null),
    supplyInserts: insertsFor(plannerIndex, ends.supply),
    inletInserts: insertsFor(plannerIndex, ends.inlet),
    margins: marginsFor({ ...rules, ...survey.houseRules }),
    insertions: context.tables.insertions,
    space: survey.space ?? assumedSpace(survey),
    isMeasured: survey.space !== undefined,
  };
}

/** Returns a setup of nobody's connection: a toilet's, the commonest. */
export async function openLinePage(context: Context) {
  const [preset] = context.tables.presets;
  if (preset === undefined) throw new RangeError("the table of presets is empty");
  const { isMeasured: _, ...page } = await linePageFor(context, surveyFromPreset(preset, ""));
  return page;
}
