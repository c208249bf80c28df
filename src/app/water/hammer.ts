/** The hammer of a branch somebody describes. */
import { flowingPsi, type HammerBranch, setupAt } from "../../core/hammer/index.ts";
import { exactly } from "../../core/water/index.ts";
import type { Calls } from "../../schema/endpoint/index.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { drawnRoughness } from "./flow.ts";

type HammerCall = Calls["POST /api/v1/water/hammer"];

function branchOf(context: Pick<Context, "tables">, asked: HammerCall["asks"]): HammerBranch {
  const drawn = drawnRoughness(context);
  return {
    staticPsi: asked.staticPsi,
    flowGpm: asked.flowGpm,
    waterTempF: asked.waterTempF,
    pipes: asked.pipes.map(({ lengthFt, idIn, waveSpeedFtS, roughnessMm, k }) => ({
      lengthFt,
      boreIn: idIn,
      waveSpeedFtS: exactly(waveSpeedFtS),
      roughnessMm: roughnessMm ?? drawn.likely,
      k: k ?? 0,
    })),
    closureMs: exactly(asked.closureMs),
    cushion: asked.arrestor === null ? null : { ...asked.arrestor, place: asked.arrestorAt ?? "valve" },
    check: asked.checkAt ?? null,
  };
}

/** Where nothing flows a closing valve stops nothing. */
function atRest({ staticPsi, closureMs, pipes }: HammerCall["asks"]): HammerCall["answers"] {
  return {
    flowingPsi: staticPsi,
    joukowskyPsi: 0,
    returnMs: 2000 * pipes.reduce((sum, { lengthFt, waveSpeedFtS }) => sum + lengthFt / waveSpeedFtS, 0),
    peakPsi: staticPsi,
    peakAtMs: 0,
    minPsi: staticPsi,
    highestPsi: staticPsi,
    partsAtMs: null,
    vapour: false,
    energyGap: 0,
    trace: [
      { ms: 0, psi: staticPsi },
      { ms: closureMs, psi: staticPsi },
    ],
  };
}

/**
 * Returns how the branch bangs. Errors: AppError invalid, naming the field and the fix, where the flow cannot be had;
 * too-heavy after four seconds.
 */
export async function hammerOfBranch(
  context: Pick<Context, "tables" | "compute">,
  asked: HammerCall["asks"],
  signal?: AbortSignal,
): Promise<HammerCall["answers"]> {
  if (asked.flowGpm === 0) return atRest(asked);
  const branch = branchOf(context, asked);
  const left = flowingPsi(branch);
  if (!(left > 0)) {
    const message = `${asked.flowGpm} gpm loses more than the ${asked.staticPsi} psi there are: give less flow or a wider pipe`;
    throw new AppError("invalid", `flowGpm: ${message}.`, [{ path: "flowGpm", message }]);
  }
  const answer = await context.compute.run("hammer", setupAt(branch, "likely"), signal);
  if (answer === "too-heavy")
    throw new AppError("too-heavy", "That is too much to work out: give a shorter closing or longer pipes.", [
      { path: "closureMs", message: "give a shorter closing" },
    ]);
  const { troughPsi, ...others } = answer;
  return { ...others, minPsi: troughPsi, vapour: answer.partsAtMs !== null, trace: [...answer.trace] };
}
