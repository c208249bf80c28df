/**
 * Acts that serve several fixtures at once: a valve above that is shut, proved and opened, and what is switched off and on with it. Whoever
 * ticked such an act at one fixture did it for all that work behind that valve then.
 */
import type { RunStep, StepRole } from "../step/index.ts";
import { isMakingInPlace, isOpening } from "./order-needs.ts";
import type { FixtureSheet } from "./standing-shape.ts";

interface SharedPair {
  readonly begins: StepRole;
  readonly ends: StepRole;
}

/** What is done once before work and undone once behind it. */
const PAIRS: readonly SharedPair[] = [
  { begins: "close-upstream", ends: "open-upstream" },
  { begins: "heater-safe", ends: "heater-back" },
  { begins: "pump-off", ends: "pump-on" },
  { begins: "loop-off", ends: "loop-on" },
];

/** From an act that begins something to the act that ends it. */
interface Period {
  readonly from: string;
  readonly fromSheet: FixtureSheet;
  /** Null: it lasts. */
  readonly to: string | null;
  readonly toSheet: FixtureSheet;
}

/** What a step acts on: acts on different valves are not shared. A heater, a pump and a loop are the site's only ones. */
const subjectOf = ({ role, ownWords: [valve = ""] }: RunStep): string =>
  role === "close-upstream" || role === "open-upstream" || role === "prove" ? valve : "";

const isBetween = (at: string, { from, to }: Pick<Period, "from" | "to">): boolean =>
  at >= from && (to === null || at <= to);

/** The periods of a pair of acts on one thing, the earliest first. */
function periodsOf(
  sheets: readonly FixtureSheet[],
  { begins, ends }: SharedPair,
  of: string,
): readonly Period[] {
  const acts = sheets
    .flatMap((sheet) =>
      sheet.steps.flatMap((step) => {
        const { role, isDone, doneAt } = step;
        const isOfPair = (role === begins || role === ends) && subjectOf(step) === of;
        return isOfPair && isDone && doneAt !== null ? [{ sheet, at: doneAt, isBegin: role === begins }] : [];
      }),
    )
    .toSorted((one, other) => (one.at < other.at ? -1 : one.at > other.at ? 1 : 0));
  const periods: Period[] = [];
  for (const { sheet, at, isBegin } of acts) {
    const last = periods.at(-1);
    const lasts = last !== undefined && last.to === null;
    if (isBegin && !lasts) periods.push({ from: at, fromSheet: sheet, to: null, toSheet: sheet });
    if (!isBegin && lasts) periods[periods.length - 1] = { ...last, to: at, toSheet: sheet };
  }
  return periods;
}

/** Whether a fixture was opened or made up in a period. */
const wasWorkedOn = ({ steps }: FixtureSheet, period: Period): boolean =>
  steps.some(
    (step) =>
      step.doneAt !== null &&
      step.isDone &&
      isBetween(step.doneAt, period) &&
      (isOpening(step) || isMakingInPlace(step)),
  );

const doneWith = (step: RunStep, at: string, { connections: [first] }: FixtureSheet): RunStep => ({
  ...step,
  isDone: true,
  doneAt: at,
  doneWith: first?.survey.label ?? "",
});

/** What is done afresh at a fixture where the valve was opened again before anything of its was. */
const VOID_WITH_IT: readonly StepRole[] = ["prove", "release-pressure", "close-outlet"];

/** Whether a period ended at another fixture before this one was begun. */
function endedBeforeWork(sheet: FixtureSheet, period: Period): boolean {
  return (
    period.to !== null &&
    period.toSheet.id !== sheet.id &&
    sheet.steps.some((step) => isMakingInPlace(step) && !step.isDone) &&
    !wasWorkedOn(sheet, period)
  );
}

/** A fixture's steps with those undone that a period which has ended had for nothing. */
function withoutPeriod(sheet: FixtureSheet, begins: StepRole, of: string, period: Period): FixtureSheet {
  return {
    ...sheet,
    steps: sheet.steps.map((step) => {
      const { role, doneAt } = step;
      if (role === null || doneAt === null || !isBetween(doneAt, period)) return step;
      const isVoid =
        role === begins ? subjectOf(step) === of : begins === "close-upstream" && VOID_WITH_IT.includes(role);
      return isVoid ? { ...step, isDone: false, doneAt: null, outdatedAt: doneAt } : step;
    }),
  };
}

/** What was opened had been shut: where whoever shut it has shut it once more since, only the opening is left to tell. */
function openedAlready(sheet: FixtureSheet, { begins, ends }: SharedPair, of: string): FixtureSheet {
  const end = sheet.steps.find((step) => step.role === ends && subjectOf(step) === of);
  const at = end?.isDone === true ? end.doneAt : null;
  if (at === null) return sheet;
  return {
    ...sheet,
    steps: sheet.steps.map((step) =>
      !step.isDone && (step.role === begins || step.role === "prove") && subjectOf(step) === of
        ? doneWith(step, at, sheet)
        : step,
    ),
  };
}

/** A fixture's steps with one pair of shared acts, and the proof between them, as other fixtures' ticks leave them. */
function shared(
  sheet: FixtureSheet,
  sheets: readonly FixtureSheet[],
  pair: SharedPair,
  of: string,
): FixtureSheet {
  const isOf = (step: RunStep, role: StepRole) => step.role === role && subjectOf(step) === of;
  const begin = sheet.steps.find((step) => isOf(step, pair.begins));
  if (begin === undefined) return sheet;
  const period = periodsOf(sheets, pair, of).find((each) =>
    begin.isDone && begin.doneAt !== null
      ? isBetween(begin.doneAt, each)
      : each.to === null || wasWorkedOn(sheet, each),
  );
  if (period === undefined) return openedAlready(sheet, pair, of);
  if (begin.isDone && endedBeforeWork(sheet, period))
    return shared(withoutPeriod(sheet, pair.begins, of, period), sheets, pair, of);
  const [proof] =
    pair.begins === "close-upstream"
      ? sheets.flatMap((other) =>
          other.steps.flatMap((step) =>
            isOf(step, "prove") && step.isDone && step.doneAt !== null && isBetween(step.doneAt, period)
              ? [{ at: step.doneAt, sheet: other }]
              : [],
          ),
        )
      : [];
  return {
    ...sheet,
    steps: sheet.steps.map((step) => {
      if (step.isDone) return step;
      if (isOf(step, pair.begins)) return doneWith(step, period.from, period.fromSheet);
      if (isOf(step, pair.ends) && period.to !== null) return doneWith(step, period.to, period.toSheet);
      return isOf(step, "prove") && proof !== undefined ? doneWith(step, proof.at, proof.sheet) : step;
    }),
  };
}

const BEGINS: readonly (StepRole | null)[] = PAIRS.map(({ begins }) => begins);
const ENDS: readonly (StepRole | null)[] = PAIRS.map(({ ends }) => ends);

/** Whether a sheet has an act left that may have been done at another fixture. */
export const asksForSharedActs = ({ steps }: Pick<FixtureSheet, "steps">): boolean =>
  steps.some(({ role }) => BEGINS.includes(role)) &&
  steps.some(({ role, isDone }) => !isDone && (BEGINS.includes(role) || ENDS.includes(role)));

/**
 * Returns sheets with the acts marked that were done for a fixture at another one: a valve above that is shut, or was while the fixture was
 * worked on, its proof and its opening; the heater, the pump and the loop with it. `beside`: sheets that are only read. Errors: none.
 */
export function withSharedActs<S extends FixtureSheet>(
  sheets: readonly S[],
  beside: readonly FixtureSheet[] = [],
): readonly S[] {
  const all = [...sheets, ...beside];
  if (all.length < 2) return sheets;
  return sheets.map((sheet) => {
    let marked: FixtureSheet = sheet;
    for (const pair of PAIRS) {
      const begins = sheet.steps.filter(({ role }) => role === pair.begins);
      for (const of of new Set(begins.map(subjectOf))) marked = shared(marked, all, pair, of);
    }
    return { ...sheet, steps: marked.steps };
  });
}
