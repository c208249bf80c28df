/** The short depth of a sheet: its lines, and what one tap on a line comes to. Pure. */

import { type SheetDepth, type ShortLine, type ShortTap, shortLines } from "../../core/short-sheet/index.ts";
import type { RunStep } from "../../core/step/index.ts";
import type { VisitAct } from "../../core/visit/index.ts";
import type { RunLine } from "./run-lines.ts";
import { tickAct } from "./tick.ts";

/** What the islands of a run sheet are given besides what every island of a visit is. */
export interface SheetProps {
  /** How deep this device usually shows sheets. */
  readonly usualDepth: SheetDepth;
}

/** Returns the lines of a sheet or of a visit, in its order; a line holds steps of one fixture. */
export const linesInShort = (lines: readonly RunLine[]): readonly ShortLine<RunLine>[] =>
  shortLines(
    lines,
    ({ step }) => step,
    ({ sheet }) => sheet.connection.id,
  );

/** Returns the steps of a line in order. */
export const stepsOfLine = ({ taps }: ShortLine<RunLine>): readonly RunStep[] =>
  taps.flatMap(({ hold, folded }) => [...folded, ...(hold === null ? [] : [hold])].map(({ step }) => step));

/** Returns the acts that tell what is folded before a tap, all together: those that are not done yet. */
export function togetherActs(
  { folded }: Pick<ShortTap<RunLine>, "folded">,
  override?: string,
): readonly VisitAct[] {
  return folded
    .filter(({ step }) => !step.isDone)
    .map(({ step, connection }) => ({
      ...tickAct(connection.id, step, null, override),
      together: true as const,
    }));
}

/** Why a fixture is worked by the full sheet, whatever a person's usual depth; null: nothing asks for it. */
export type FullBecause = "concealed" | "gave-way";

/** Returns why the sheet of some connections is worked in full. */
export function fullBecause(lines: readonly RunLine[]): FullBecause | null {
  const connections = lines.map(({ connection }) => connection);
  if (connections.some(({ survey }) => survey.access === "closed-wall")) return "concealed";
  return connections.some(({ plan }) => (plan?.plan.gaveWay ?? []).length > 0) ? "gave-way" : null;
}
