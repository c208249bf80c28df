/** How connections that a request describes stand after the acts that were done. */
import { sheetsOf, taskIdOf } from "../../core/schedule/index.ts";
import { type FixtureSheet, reasonOf, situationOf, withSharedActs } from "../../core/situation/index.ts";
import type { StopProof } from "../../core/survey/index.ts";
import type { SituationAnswer, SituationRequest } from "../../schema/schedule.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { pressuresAnswer } from "./pressures-answer.ts";
import { statesOf } from "./run-sheet-answer.ts";

const PROOFS: Readonly<Record<string, StopProof>> = { holds: "holds", weeps: "weeps", dead: "dead" };

/** The sheets with the acts marked that were done. Errors: AppError invalid naming an act that no sheet has. */
function marked(sheets: readonly FixtureSheet[], done: SituationRequest["done"]): readonly FixtureSheet[] {
  const doneAt = new Map(done.map(({ step, at }) => [step, at]));
  const known = new Set(sheets.flatMap(({ id, steps }) => steps.map((step) => taskIdOf(id, step))));
  const stray = done.findIndex(({ step }) => !known.has(step));
  if (stray >= 0)
    throw new AppError("invalid", `done.${stray}.step: there is no such step on these sheets.`, [
      { path: `done.${stray}.step`, message: "is no step of visits/run-sheet for these connections" },
    ]);
  return withSharedActs(
    sheets.map((sheet) => ({
      ...sheet,
      steps: sheet.steps.map((step) => {
        const at = doneAt.get(taskIdOf(sheet.id, step)) ?? null;
        return { ...step, isDone: at !== null, doneAt: at };
      }),
    })),
  );
}

/**
 * Returns what is shut, where pressure can stand, what is owed and what may be done now.
 * Errors: AppError invalid for connections as visits/run-sheet refuses them, and for acts that are on no sheet.
 */
export async function situationAnswer(
  context: Context,
  request: SituationRequest,
  signal?: AbortSignal,
): Promise<SituationAnswer> {
  const sheets = marked(sheetsOf(await statesOf(context, request, signal), context.tables), request.done);
  const answers = new Map(
    request.done.flatMap(({ step, answer }) => {
      const proof = PROOFS[answer ?? ""];
      if (proof === undefined) return [];
      return sheets.flatMap(({ id, steps }) =>
        steps
          .filter((each) => each.role === "prove" && taskIdOf(id, each) === step)
          .flatMap(({ connections }) => connections.map((connection) => [connection, proof] as const)),
      );
    }),
  );
  const { shut, pressure, owed, next, blocked } = situationOf(sheets, context.tables, answers);
  const about = (code: string) => owed.flatMap((each) => (each.code === code ? [each.fixture] : []));
  return {
    shut: [...shut],
    open: about("outlet-open"),
    power: { unplugged: about("unplugged"), off: about("breaker-off") },
    pressure: pressuresAnswer(pressure),
    owed: owed.map(({ code, fixture }) => ({ code, about: fixture })),
    next: next.map(({ fixture, step }) => taskIdOf(fixture, step)),
    blocked: blocked.map(({ fixture, step, need, first, why }) => ({
      step: taskIdOf(fixture, step),
      need,
      first: first === null ? null : taskIdOf(first.fixture, first.step),
      reason: reasonOf({ need, why }),
    })),
  };
}
