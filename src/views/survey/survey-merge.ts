/** Two surveys that were changed at once, field by field: what only one of them changed is taken, what both changed is for a person to settle. Pure. */
import isEqual from "fast-deep-equal";
import type { Survey } from "../../core/survey/index.ts";

export type Side = "mine" | "theirs";

export interface FieldMerge {
  /** A field of the survey. */
  readonly field: string;
  /** The side that alone changed the field; null: both did, differently. */
  readonly changedBy: Side | null;
}

/** Returns the fields in which two surveys differ. `base`: the survey both began from; null: not known. */
export function mergeOf(base: Survey | null, mine: Survey, theirs: Survey): readonly FieldMerge[] {
  const isSame = (one: Survey, other: Survey, field: string) =>
    isEqual(Reflect.get(one, field), Reflect.get(other, field));
  return [...new Set([...Object.keys(theirs), ...Object.keys(mine)])]
    .filter((field) => !isSame(mine, theirs, field))
    .map((field) => ({
      field,
      changedBy:
        base === null
          ? null
          : isSame(mine, base, field)
            ? "theirs"
            : isSame(theirs, base, field)
              ? "mine"
              : null,
    }));
}

/** Returns the survey with each differing field taken from the side chosen for it; a field nobody chose for stays as it is kept. */
export function mergedSurvey(mine: Survey, theirs: Survey, chosen: ReadonlyMap<string, Side>): Survey {
  const isMine = (field: string) => chosen.get(field) === "mine";
  const own: Partial<Survey> = Object.fromEntries(Object.entries(mine).filter(([field]) => isMine(field)));
  const merged: Survey = { ...theirs, ...own };
  for (const field of Object.keys(theirs))
    if (isMine(field) && !(field in mine)) Reflect.deleteProperty(merged, field);
  return merged;
}
