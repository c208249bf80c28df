/** What a fixture of a visit is called: what its connections' names have in common. */
import type { Survey } from "../core/survey/index.ts";

const SIDE = /\s*\b(hot|cold)\b( side)?\s*/gi;

/** Returns the name of a fixture by its connections: "Clothes washer" for "Clothes washer hot" and "Clothes washer cold". */
export function fixtureLabel(connections: readonly { readonly survey: Pick<Survey, "label"> }[]): string {
  const [first] = connections;
  if (first === undefined) return "";
  if (connections.length === 1) return first.survey.label;
  const names = [...new Set(connections.map(({ survey }) => survey.label.replaceAll(SIDE, " ").trim()))];
  return names.join(" and ");
}
