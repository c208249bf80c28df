/** Short words for a part in a drawing. */

import type { EndCode } from "../core/end/index.ts";
import type { PlanPart } from "../core/plan/index.ts";
import { lengthText } from "../labels/display.ts";
import { MATERIAL_WORDS } from "../labels/material.ts";
import type { EndFigures, StripLayout } from "./layout.ts";

/** Returns the name of an end as short as a drawing has room for: without its material and gender. */
export function shortEnd(name: string): string {
  const [first = name] = name.split(",");
  return first.replace(" in ", " ").replace("compression", "comp");
}

/** Returns what a part is, and its length or its ends. */
export function shortName(part: PlanPart): readonly [what: string, more: string] {
  if (part.lengthIn !== undefined)
    return [
      `${MATERIAL_WORDS[part.material] ?? part.material} ${part.kind === "line" ? "" : part.kind}`.trim(),
      lengthText(part.lengthIn),
    ];
  const [what = part.name, ends = ""] = part.name.split(", ");
  return [what.toLowerCase(), ends.replace(/ (outlet|nut)\b/g, "")];
}

/** Returns the short name of an end; its code where the drawing knows no figures of it. */
export function endName(ends: EndFigures, code: EndCode): string {
  return shortEnd(ends[code]?.name ?? code);
}

const STAYS = "stays in use";

/** Returns what a run ends at, and what the branch beside it feeds. */
export function endWords(
  { endsAt, aside }: Pick<StripLayout, "endsAt" | "aside">,
  fixture: string,
): { readonly last: string; readonly beside: string } {
  return {
    last: { fixture, line: STAYS, cap: "cap" }[endsAt],
    beside: aside?.isOnOutlet ? "on its outlet" : endsAt === "fixture" ? STAYS : fixture,
  };
}
