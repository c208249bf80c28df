/** Short words for a part in a drawing. */
import type { PlanPart } from "../core/plan/index.ts";
import { formatInches } from "../core/units/index.ts";
import { MATERIAL_WORDS } from "../labels/material.ts";

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
      `${formatInches(part.lengthIn)} in`,
    ];
  const [what = part.name, ends = ""] = part.name.split(", ");
  return [what.toLowerCase(), ends.replace(/ (outlet|nut)\b/g, "")];
}
