/** Short words for a part in a drawing. */

import type { EndCode } from "../core/end/index.ts";
import type { PlanPart } from "../core/plan/index.ts";
import { lengthText } from "../labels/display.ts";
import { MATERIAL_WORDS } from "../labels/material.ts";
import type { DrawnAside, EndFigures, StripLayout } from "./layout.ts";

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

type Ending = Pick<StripLayout, "endsAt" | "aside">;

/** What the branch beside a run feeds. */
function besideWords({ endsAt, aside }: Ending, fixture: string): string {
  if (aside?.isOnOutlet) return "on its outlet";
  if (aside?.parts.some(({ branch }) => branch === "chamber")) return "air chamber, upright";
  return endsAt === "fixture" ? STAYS : fixture;
}

/** Returns what the branch beside a run ends at, and by what. */
export function asideWords({ end, parts }: DrawnAside, ends: EndFigures): string {
  const [pipe] = parts.filter(({ branch, lengthIn }) => branch === "chamber" && lengthIn !== undefined);
  if (pipe !== undefined) return `${shortName(pipe).join(" ")}, capped`;
  return [endName(ends, end), ...parts.map(({ name }) => `by ${name}`)].join(" ");
}

/** Returns what a run ends at, and what the branch beside it feeds. */
export function endWords(
  ending: Ending,
  fixture: string,
): { readonly last: string; readonly beside: string } {
  return {
    last: { fixture, line: STAYS, cap: "cap" }[ending.endsAt],
    beside: besideWords(ending, fixture),
  };
}
