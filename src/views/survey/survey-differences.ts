/** Where two surveys of one connection differ, field by field, in words. Pure. */
import type { Survey } from "../../core/survey/index.ts";

export interface Difference {
  readonly field: string;
  readonly mine: string;
  readonly theirs: string;
}

/** Fields whose own names are not the words on the screen. */
const WORDS: Readonly<Record<string, string>> = {
  staticPsi: "static pressure",
  inletAboveSupply: "inlet above the supply",
  lineKind: "kind of line",
  replaces: "the work",
  inPlace: "in its place",
  sharedWith: "what else hangs on the stop",
  lineInlet: "end of the line that stays",
  lineMeasures: "line that stays",
  houseRules: "standards",
  supplyWay: "line leaves the supply",
  inletWay: "line leaves the inlet",
};

function inWords(value: unknown): string {
  if (value === undefined || value === null || value === "") return "nothing";
  if (typeof value === "object" && "typed" in value) return String(value.typed);
  if (Array.isArray(value)) return value.length === 0 ? "nothing" : value.map(inWords).join(", ");
  if (typeof value === "boolean") return value ? "yes" : "no";
  return typeof value === "object" ? JSON.stringify(value) : String(value);
}

const isGroup = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === "object" && value !== null && !Array.isArray(value) && !("typed" in value);

function* differing(mine: unknown, theirs: unknown, path: readonly string[]): Generator<Difference> {
  if (isGroup(mine) && isGroup(theirs)) {
    for (const name of new Set([...Object.keys(mine), ...Object.keys(theirs)]))
      yield* differing(mine[name], theirs[name], [...path, name]);
    return;
  }
  const [one, other] = [inWords(mine), inWords(theirs)];
  const field = path.map((name) => WORDS[name] ?? name).join(" ");
  if (one !== other) yield { field, mine: one, theirs: other };
}

export function surveyDifferences(mine: Partial<Survey>, theirs: Partial<Survey>): readonly Difference[] {
  return [...differing(mine, theirs, [])];
}
