/** What was found at one connection: both ends, the stop, the length, the water, and what is wished for. */

import type { UpstreamPipe } from "../branch/index.ts";
import type { EndCode } from "../end/index.ts";
import type { PexType, PipeDirection, PresentDevice } from "../part/index.ts";
import type {
  Fixture,
  FixtureFacts,
  LineFound,
  LineKind,
  Need,
  PIPE_MATERIALS,
  PlanRequest,
  SupplyKind,
  TREATMENTS,
  Water,
} from "../plan/index.ts";
import type { WaterSource } from "../source/index.ts";
import type { Standards } from "../standard/index.ts";
import { typedText } from "../units/index.ts";
import type { Preset } from "./preset.ts";
import { type LineSpace, lineSetupOf } from "./space.ts";
import type { SurveyFact } from "./survey-fact.ts";
import { asTyped, type Typed } from "./typed.ts";

export const STOP_KINDS = ["quarter-turn", "multi-turn", "box-valve", "unknown"] as const;
export const STOP_PROOFS = ["holds", "weeps", "dead", "seized", "unreachable", "not-proved"] as const;
export const PROOF_METHODS = [
  "fixture-opened",
  "flushed-and-held",
  "fill-started",
  "other-fixture-run",
  "outlet-opened",
  "nut-cracked",
  "meter-watched",
  "gauge-rise",
] as const;
export type StopProof = (typeof STOP_PROOFS)[number];

/** What the work is to a fixture: a new one for an old one, a first one, or none afterwards. */
export const REPLACES = ["yes", "first-time", "take-out"] as const;
export type Replaces = (typeof REPLACES)[number];

export interface Survey {
  readonly label: string;
  readonly place: string;
  readonly preset: string;
  readonly fixture: Fixture;
  readonly water: Water;
  readonly supply: {
    readonly end: EndCode;
    readonly kind: SupplyKind;
    /** What the print line of a PEX pipe says. Absent: nobody has read it. */
    readonly pexType?: PexType;
    /** What the pipe comes out of. Absent: nobody has looked. */
    readonly looks?: PipeDirection;
    /** A valve before an open pipe: that it holds, or does not. Absent: there is none, or nobody has tried. */
    readonly behindValve?: "holds" | "fails";
    /** What the old stop leaves on the pipe. Absent: nobody has looked. */
    readonly leftOn?: NonNullable<PlanRequest["supply"]["leftOn"]>;
    /** A line that hangs there already: it stays, or it is renewed because a tee makes it too long. Absent: none. */
    readonly line?: "stays" | "renewed";
    /** Where that line ends. */
    readonly lineInlet?: EndCode;
    /** How it lies: its length over all, and where its inlet is from the outlet it comes from. Absent: not measured. */
    readonly lineMeasures?: {
      readonly length?: Typed;
      readonly right?: Typed;
      readonly up?: Typed;
      readonly out?: Typed;
    };
    readonly material?: (typeof PIPE_MATERIALS)[number];
    /** Absent: plain house water. */
    readonly treated?: (typeof TREATMENTS)[number];
  };
  readonly stop: {
    readonly kind: (typeof STOP_KINDS)[number];
    readonly proof: StopProof;
    readonly method: (typeof PROOF_METHODS)[number] | null;
    /** The valve before a stop that fails does not close either: the water is shut at the house main. Absent: not met. */
    readonly upstream?: "fails";
  };
  readonly inlet: {
    readonly end: EndCode;
    readonly plastic: boolean;
    /** Absent: nobody has looked. */
    readonly looks?: NonNullable<PlanRequest["inletLooks"]>;
    /** Room before the inlet in the way it looks. Absent: not measured. */
    readonly clearance?: Typed;
  };
  /** What runs to the fixture, where it is no new line. Absent: a new one. */
  readonly line?: {
    readonly by: Exclude<LineFound["by"], "new">;
    /** Over all. Absent: not measured. */
    readonly length?: Typed;
    /** Nut at the fixture. Absent: not seen. */
    readonly nut?: "plastic" | "metal";
    /** Absent: not known. */
    readonly ageYears?: number;
  };
  /** How far the work goes today. Absent: all of it. */
  readonly phase?: "rough-in" | "finish";
  /** The fixture of the visit: the connections of one fixture share it. Absent: a fixture with this one connection. */
  readonly fixtureId?: string;
  /** Of the whole fixture. Absent: nobody has said, and an old one is taken off. */
  readonly replaces?: Replaces;
  /** Of the whole fixture. Absent: as such a fixture usually has it. */
  readonly power?: FixtureFacts["power"];
  /** Of the whole fixture: it stands where it is used. Absent: nobody has said, and it is taken to. */
  readonly inPlace?: boolean;
  /** Another fixture that hangs on the same stop. Absent: none is known. */
  readonly sharedWith?: Fixture;
  /** Where its water comes from, besides the street. Absent: nobody has said. */
  readonly sources?: readonly WaterSource[];
  readonly inletAboveSupply: boolean;
  /** Where the ends lie; absent: only the length was measured. */
  readonly space?: LineSpace;
  /** Needed over-all length of the line, inches. */
  readonly length: { readonly min: Typed; readonly max: Typed };
  /** Static pressure, psi gauge; null: not measured. */
  readonly staticPsi: Typed | null;
  /** Pipe between the place of the static pressure and the supply end. Absent: nobody has looked. */
  readonly upstream?: UpstreamPipe;
  readonly access: "open" | "closed-wall";
  /** The only kind of line wanted; null: any. */
  readonly lineKind: LineKind | null;
  readonly needs: readonly Need[];
  /** Devices seen on the branch. Absent: nobody has looked. */
  readonly present?: readonly PresentDevice[];
  readonly houseRules: Partial<Standards>;
  readonly notes: string;
  /** Facts that somebody has looked at or measured; the others are the preset's guesses. Absent: written before this was told. */
  readonly confirmed?: readonly SurveyFact[];
}

/** Static pressure a plan is made for when nobody measured it, psi: middle of the 40-80 a house is fed with. */
export const ASSUMED_STATIC_PSI = 60;

/** Returns the survey a preset starts from: nothing proved, nothing measured. `place` is the room. */
export function surveyFromPreset(preset: Preset, place: string): Survey {
  return {
    label: preset.label,
    place,
    preset: preset.id,
    fixture: preset.fixture,
    water: preset.water,
    supply: {
      end: preset.supplyEnd,
      kind: preset.supplyKind,
      ...(preset.keptLineInlet === null ? {} : { line: "stays" as const, lineInlet: preset.keptLineInlet }),
    },
    stop: {
      kind: preset.supplyKind === "box-valve" ? "box-valve" : "quarter-turn",
      proof: "not-proved",
      method: null,
    },
    inlet: { end: preset.inletEnd, plastic: preset.inletPlastic },
    inletAboveSupply: preset.inletAboveSupply,
    length: { min: asTyped(preset.lengthIn.min), max: asTyped(preset.lengthIn.max) },
    staticPsi: null,
    access: "open",
    lineKind: preset.lineKind,
    needs: [],
    houseRules: {},
    notes: "",
    confirmed: [],
  };
}

function stopHolds(proof: StopProof): boolean | null {
  if (proof === "not-proved" || proof === "unreachable") return null;
  return proof === "holds" || proof === "weeps";
}

/** Where the ends lie, without any line between them. */
function endsOf(space: LineSpace): NonNullable<PlanRequest["ends"]> {
  const { a, b, walls, freeBulgeIn } = lineSetupOf(space, { cuffIn: 0, minBendRadiusIn: 0 });
  return { a, b, walls, freeBulgeIn };
}

/** What runs to the fixture, as the planner is asked. */
function lineFound({ line }: Survey): LineFound | null {
  if (line === undefined) return null;
  const { length, ...known } = line;
  return length === undefined ? known : { ...known, lengthIn: length.value };
}

/** The line that hangs there already, as the planner is asked; null: none, or nobody said where it ends. */
function keptLineAsked({
  line,
  lineInlet,
  lineMeasures: { length, right, up, out } = {},
}: Survey["supply"]): PlanRequest["supply"]["keptLine"] | null {
  if (line === undefined || lineInlet === undefined) return null;
  const isMeasured =
    line === "stays" && length !== undefined && right !== undefined && up !== undefined && out !== undefined;
  return isMeasured
    ? {
        inlet: lineInlet,
        measured: { lengthIn: length.value, to: [right.value, up.value, out.value] },
      }
    : { inlet: lineInlet };
}

/** Supplies that are an open pipe end once the fixture is gone: a cap goes straight on the pipe, no stop is added. */
const OPEN_PIPES: readonly SupplyKind[] = ["stub", "pipe", "dead-stop"];

/** Returns the planner's problem for a survey. A stop that weeps a little still lets work go on, with a pan under it. */
export function planRequestOf(survey: Survey, stock: PlanRequest["stock"]): PlanRequest {
  const line = lineFound(survey);
  const { line: existing, lineInlet: _, lineMeasures: __, ...supply } = survey.supply;
  const keptLine = keptLineAsked(survey.supply);
  return {
    supply: {
      ...supply,
      ...(survey.replaces === "take-out" && OPEN_PIPES.includes(supply.kind)
        ? { kind: "tube" as const }
        : {}),
      water: survey.water,
      staticPsi: survey.staticPsi?.value ?? ASSUMED_STATIC_PSI,
      ...(survey.upstream === undefined ? {} : { upstream: survey.upstream }),
      ...(survey.staticPsi === null ? { isStaticAssumed: true as const } : {}),
      stopHolds: stopHolds(survey.stop.proof),
      keepsExistingLine: existing === "stays",
      ...(keptLine == null ? {} : { keptLine }),
    },
    inlet: { end: survey.inlet.end, fixture: survey.fixture, plastic: survey.inlet.plastic },
    lengthIn: { min: survey.length.min.value, max: survey.length.max.value },
    ...(survey.space === undefined ? {} : { ends: endsOf(survey.space) }),
    ...(survey.lineKind === null ? {} : { lineKind: survey.lineKind }),
    needs: survey.needs,
    ...(line === null ? {} : { line }),
    ...(survey.inlet.looks === undefined ? {} : { inletLooks: survey.inlet.looks }),
    ...(survey.inlet.clearance === undefined ? {} : { clearanceIn: survey.inlet.clearance.value }),
    ...(survey.replaces === "take-out"
      ? { phase: "rough-in" as const }
      : survey.phase === undefined
        ? {}
        : { phase: survey.phase }),
    ...(survey.present === undefined ? {} : { present: survey.present }),
    access: survey.access,
    houseRules: survey.houseRules,
    stock,
  };
}

/**
 * Returns true when a plan made for one problem still answers the other: the same ends, water, length and wall. Needs and
 * the kind of line are tried on the plan itself, and what was only measured or proved since says more of the same job.
 */
export function isSameRun(one: PlanRequest, other: PlanRequest): boolean {
  const key = ({ supply, inlet, lengthIn, line, inletLooks, clearanceIn, phase, access }: PlanRequest) =>
    [
      supply.behindValve,
      supply.leftOn,
      line?.by,
      line?.end,
      line?.lengthIn,
      line?.nut,
      inletLooks,
      clearanceIn,
      phase,
      access,
      supply.end,
      supply.kind,
      supply.water,
      supply.keepsExistingLine,
      supply.keptLine?.inlet,
      supply.teeAt,
      supply.treated,
      supply.looks,
      supply.pexType,
      supply.material,
      inlet.end,
      inlet.fixture,
      inlet.plastic,
      lengthIn.min,
      lengthIn.max,
    ].join("|");
  return key(one) === key(other);
}

/** Returns the static pressure as it was typed, with its unit once; null: not measured. */
export function staticInWords({ staticPsi }: Pick<Survey, "staticPsi">): string | null {
  if (staticPsi === null) return null;
  return typedText(staticPsi.typed, "psi");
}

/** What proving a stop has shown. */
export type StopProved = Exclude<StopProof, "not-proved">;
