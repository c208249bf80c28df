/** The steady flow of a branch somebody describes; what the description leaves open is taken from the tables, as a range. */
import { type BranchElement, type Estimate, exactly, steadyFlow } from "../../core/water/index.ts";
import type { Calls } from "../../schema/endpoint/index.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";

type FlowCall = Calls["POST /api/v1/water/flow"];
type AskedElement = FlowCall["asks"]["elements"][number];

/** Material of most supply lines and tubes. */
const USUAL_MATERIAL = "copper";

function kOf({ tables }: Pick<Context, "tables">, { kind, k }: AskedElement, at: number): Estimate {
  if (k != null) return exactly(k);
  const row = tables.losses.find((each) => each.kind === kind);
  if (row !== undefined) return row.k;
  const message = `is needed for a kind that is not one of ${tables.losses.map((each) => each.kind).join(", ")}`;
  throw new AppError("invalid", `elements.${at}.k: ${message}.`, [{ path: `elements.${at}.k`, message }]);
}

/** Returns the roughness of drawn tube, which most lines and pipes are. Errors: RangeError when the table lacks its row. */
export function drawnRoughness({ tables }: Pick<Context, "tables">): Estimate {
  const drawn = tables.roughness.find(({ material }) => material === USUAL_MATERIAL);
  if (drawn === undefined) throw new RangeError(`no roughness of ${USUAL_MATERIAL} in the table`);
  return drawn.mm;
}

/** Returns the flow of a branch. Errors: AppError invalid for an element whose K is neither given nor listed. */
export async function flowOfBranch(
  context: Pick<Context, "tables">,
  { elements, ...branch }: FlowCall["asks"],
): Promise<FlowCall["answers"]> {
  const drawn = drawnRoughness(context);
  return steadyFlow({
    ...branch,
    elements: elements.map(
      (element, at): BranchElement => ({
        lengthFt: element.lengthFt,
        boreIn: element.idIn,
        roughnessMm: element.roughnessMm == null ? drawn : exactly(element.roughnessMm),
        k: kOf(context, element, at),
      }),
    ),
  });
}
