/** What a person has set on the Water view, and the questions that follow from it. Pure. */
import {
  type Branch,
  type BranchStretch,
  hammerBranchOf,
  type LossTables,
  pipeBefore,
  UPSTREAM_MATERIALS,
  type UpstreamPipe,
  type WaveTables,
  waveOf,
  weakestRating,
} from "../../core/branch/index.ts";
import {
  arrestorOf,
  type CureQuestion,
  chamberOf,
  type HammerBranch,
  type PipeSize,
  USUAL_SURGE_LIMIT_PSI,
} from "../../core/hammer/index.ts";
import type { InletValve } from "../../core/planner/index.ts";
import type { Estimate } from "../../core/water/index.ts";

export interface WaterTables extends LossTables, WaveTables {
  readonly pipeSizes: readonly PipeSize[];
}

export interface WaterFacts {
  readonly fixture: {
    readonly label: string;
    readonly flowGpm: number;
    readonly leastPsi: number;
    readonly valve: InletValve;
  };
  readonly branch: Branch;
  /** Pipe that is taken where nobody has looked. */
  readonly usual: UpstreamPipe;
  readonly tables: WaterTables;
}

export type Device = "none" | "arrestor" | "air-chamber";

export interface WaterState {
  readonly staticPsi: number;
  readonly flowGpm: number;
  readonly closureMs: number;
  /** Code of the pipe before the stop; null: one whose bore nobody sells. */
  readonly pipe: string | null;
  readonly pipeFt: number;
  readonly riseFt: number;
  /** False: the pipe before is assumed, and the flow is not charged with it. */
  readonly isPipeKnown: boolean;
  readonly device: Device;
  readonly place: "valve" | "junction";
  readonly size: string;
  readonly prechargePsi: number;
  /** Share of its air that a chamber has left. */
  readonly airShare: number;
}

/** Returns what the view opens with: the branch as planned, and the device the plan has or an arrestor at the valve to compare. */
export function waterState({ branch, fixture, tables }: WaterFacts): WaterState {
  const [smallest] = tables.arrestorSizes;
  const { before } = branch;
  return {
    staticPsi: branch.staticPsi,
    flowGpm: fixture.flowGpm,
    closureMs: fixture.valve.closureMs.likely,
    pipe:
      tables.pipeSizes.find(
        ({ material, boreIn }) => material === before.material && boreIn === before.boreIn,
      )?.code ?? null,
    pipeFt: before.lengthFt,
    riseFt: branch.elevationFt,
    isPipeKnown: !branch.isBeforeAssumed,
    device: "arrestor",
    place: branch.arrestorAt ?? "valve",
    size: smallest?.size ?? "",
    prechargePsi: smallest?.prechargePsi ?? branch.staticPsi,
    airShare: 0.5,
  };
}

/** Returns the pipe before as the survey keeps it; null: nobody has described it. */
export function upstreamOf({ tables }: WaterFacts, state: WaterState): UpstreamPipe | null {
  const size = tables.pipeSizes.find(({ code }) => code === state.pipe);
  const material = UPSTREAM_MATERIALS.find((each) => each === size?.material);
  if (!state.isPipeKnown || size === undefined || material === undefined) return null;
  return { lengthFt: state.pipeFt, idIn: size.boreIn, riseFt: state.riseFt, material };
}

/** Returns the branch as it is set. */
export function branchAsSet({ branch, tables, usual }: WaterFacts, state: WaterState): Branch {
  const size = tables.pipeSizes.find(({ code }) => code === state.pipe);
  const described =
    size === undefined
      ? { ...usual, idIn: branch.before.boreIn, material: branch.before.material }
      : { idIn: size.boreIn, material: size.material };
  return {
    ...branch,
    staticPsi: state.staticPsi,
    elevationFt: state.riseFt,
    before: pipeBefore(tables, { ...described, lengthFt: state.pipeFt }),
    isBeforeAssumed: !state.isPipeKnown,
  };
}

/** The closing time as it is set, as uncertain as the fixture's valve is. */
function closureOf({ fixture: { valve } }: WaterFacts, { closureMs }: WaterState): Estimate {
  const { low, likely, high } = valve.closureMs;
  return { low: (closureMs * low) / likely, likely: closureMs, high: (closureMs * high) / likely };
}

/** Returns what the weakest part is rated for, and whether anybody states it. */
export function ratingOf({ branch }: WaterFacts): { readonly psi: number; readonly isStated: boolean } {
  const weakest = weakestRating(branch);
  return { psi: weakest ?? USUAL_SURGE_LIMIT_PSI, isStated: weakest !== null };
}

export interface BangQuestion {
  readonly bare: HammerBranch;
  readonly held: HammerBranch | null;
}

/** Returns the bang that is asked for: without a device, and with the one that is tried. */
export function bangQuestion(facts: WaterFacts, state: WaterState): BangQuestion {
  const branch = branchAsSet(facts, state);
  const bare = hammerBranchOf(
    facts.tables,
    branch,
    { flowGpm: state.flowGpm, closureMs: closureOf(facts, state) },
    false,
  );
  const size = facts.tables.arrestorSizes.find((each) => each.size === state.size);
  const place = bare.pipes.length > 1 ? state.place : "valve";
  const cushion =
    state.device === "arrestor" && size !== undefined
      ? arrestorOf({ gasIn3: size.gasIn3, prechargePsi: state.prechargePsi }, place)
      : state.device === "air-chamber"
        ? { ...chamberOf(branch.before, state.airShare), place }
        : null;
  return { bare, held: cushion && { ...bare, cushion } };
}

/** The next wider pipe of the same material; null: none is listed. */
function widerThan({ tables }: WaterFacts, before: BranchStretch): PipeSize | null {
  return (
    tables.pipeSizes
      .filter(({ material, boreIn }) => material === before.material && boreIn > before.boreIn * 1.1)
      .sort((a, b) => a.boreIn - b.boreIn)[0] ?? null
  );
}

/** Returns the pipe before as the next wider one; null: none is listed. */
export function withWiderPipe(facts: WaterFacts, branch: Branch): Branch | null {
  const wider = widerThan(facts, branch.before);
  return (
    wider && {
      ...branch,
      before: pipeBefore(facts.tables, {
        lengthFt: branch.before.lengthFt,
        idIn: wider.boreIn,
        material: wider.material,
      }),
    }
  );
}

/** Returns what would quiet the branch as it is set, as a question. */
export function cureQuestion(facts: WaterFacts, state: WaterState): CureQuestion {
  const branch = branchAsSet(facts, state);
  const wider = withWiderPipe(facts, branch)?.before ?? null;
  const rubber = facts.tables.waveSpeeds.find(({ material }) => material === "rubber");
  const hasHose = branch.stretches.some(({ kind, material }) => kind === "line" && material !== "rubber");
  return {
    branch: bangQuestion(facts, state).bare,
    ratedPsi: ratingOf(facts).psi,
    sizes: facts.tables.arrestorSizes,
    units: facts.fixture.valve.units,
    wider: wider && {
      boreIn: wider.boreIn,
      waveSpeedFtS: waveOf(facts.tables, wider, branch.waterTempF),
    },
    softSpeedFtS: (hasHose && rubber?.speedFtS) || null,
  };
}
