/** The whole answer to "do these two fit?", for a joint card or the HTTP interface. */
import type { End, EndCode } from "../end/index.ts";
import { textFor } from "./end-description.ts";
import type { JointType, Sealant } from "./joint.ts";
import {
  type ContactCode,
  type ContactText,
  contactOf,
  type EndContact,
  type FitVerdict,
  type MatchTables,
} from "./meet.ts";

export interface MatchedJoint {
  readonly type: JointType;
  readonly label: string;
  readonly sealant: Sealant;
  readonly turns: { readonly handOnly: boolean; readonly min: number; readonly max: number } | null;
  readonly hardMaxTurns: number | null;
  readonly wrenches: readonly string[];
  /** A second wrench holds what must not turn. */
  readonly backUp: boolean;
  /** Sizes of that second wrench, where the body has flats of a usual size. */
  readonly backUpWrenches: readonly string[];
  readonly sealsOn: string;
  readonly pieces: readonly string[];
  readonly lookFirst: readonly string[];
  readonly reason: string;
  /** Code of what is said of every such joint; null: nothing. */
  readonly note: string | null;
  /** Other make-ups of the same joint, by which part of it is plastic. */
  readonly variants: readonly {
    readonly label: string;
    readonly turns: { readonly handOnly: boolean; readonly min: number; readonly max: number } | null;
  }[];
}

export interface Match {
  readonly fits: boolean;
  readonly verdict: FitVerdict;
  readonly code: ContactCode;
  readonly joint: MatchedJoint | null;
  readonly startsButWillNotSeal: boolean;
  /** Middle of the tolerances; null: no bind within the thread, or nothing to turn. */
  readonly turnsBeforeBind: number | null;
  /** At the tight and the loose end of the tolerances. */
  readonly turnsRange: readonly [number | null, number | null];
  readonly wobbleIn: number | null;
  readonly symptom: string;
  readonly forcing: string;
  readonly forcingDoesDamage: boolean;
  readonly why: string;
  readonly advice: string | null;
}

/** Ends of gas connectors: named as such whatever they meet. */
const GAS_FAMILIES: readonly string[] = ["gasflare"];

type Rule = NonNullable<EndContact["joint"]>["rule"];

function turnsOf({ turns, handOnly }: Rule): MatchedJoint["turns"] {
  return turns === null ? null : { handOnly, min: turns.min, max: turns.max };
}

function matchedJointOf(joint: NonNullable<EndContact["joint"]>, tables: MatchTables): MatchedJoint {
  const { rule, wrenches, mating } = joint;
  return {
    type: rule.type,
    label: rule.label,
    sealant: rule.sealant,
    turns: turnsOf(rule),
    hardMaxTurns: rule.turns?.hardMax ?? null,
    wrenches,
    backUp: rule.turns !== null && !rule.handOnly,
    backUpWrenches: joint.held?.wrenches ?? [],
    sealsOn: rule.sealsOn,
    pieces: rule.pieces,
    lookFirst: rule.lookFirst,
    reason: rule.reason,
    note: mating.note,
    variants: tables.joints
      .filter((other) => other.type === rule.type && other.id !== rule.id)
      .filter(
        ({ whenSize, whenPlastic }) => whenSize === null && whenPlastic !== null && whenPlastic !== "tube",
      )
      .filter(({ whenPlastic }) => rule.whenPlastic === "nut" || whenPlastic !== "none")
      .map((other) => ({ label: other.label, turns: turnsOf(other) })),
  };
}

/**
 * Returns what happens when two ends are brought together. Symmetric in its two ends.
 * Units: turns past the first catch of the thread; inches. Errors: as `contactOf`.
 */
export function matchEnds(one: End, other: End, tables: MatchTables, words: readonly ContactText[]): Match {
  const meeting = contactOf(one, other, tables);
  const contactText = textFor(meeting, words);
  const { bind, joint } = meeting;
  const isGas =
    [one, other].some(({ family }) => GAS_FAMILIES.includes(family)) && meeting.code !== "gas-only";
  const gasAdvice = words.find(({ code }) => isGas && code === "gas-only")?.advice;
  const advice = [contactText.advice, gasAdvice].filter(Boolean).join("; ") || null;
  return {
    fits: contactText.verdict === "fits",
    verdict: contactText.verdict,
    code: meeting.code,
    joint: joint === null ? null : matchedJointOf(joint, tables),
    startsButWillNotSeal: contactText.verdict === "starts",
    turnsBeforeBind: bind?.turns.mid ?? null,
    turnsRange: [bind?.turns.tight ?? null, bind?.turns.loose ?? null],
    wobbleIn: bind === null || bind.wobbleIn === 0 ? null : bind.wobbleIn,
    symptom: contactText.feels,
    forcing: contactText.forcing,
    forcingDoesDamage: contactText.harms,
    advice,
    why:
      joint === null
        ? [contactText.feels, advice].filter(Boolean).join("; ")
        : `${joint.rule.label}: ${joint.rule.sealsOn}`,
  };
}

/** One letter a pair: a row of letters for each end, in the order of the table. */
export const VERDICT_LETTERS: Readonly<Record<FitVerdict, string>> = {
  fits: "f",
  "washer-only": "w",
  starts: "s",
  no: "n",
};

export interface Matrix {
  readonly order: readonly EndCode[];
  /** rows[i][j] is the letter of order[i] with order[j]; symmetric. */
  readonly rows: readonly string[];
}

/** Returns the verdict of every pair of the table. About 15,000 meetings: some tens of milliseconds. */
export function allPairs(ends: readonly End[], tables: MatchTables, words: readonly ContactText[]): Matrix {
  const verdicts = new Map(words.map(({ code, verdict }) => [code, VERDICT_LETTERS[verdict]]));
  const grid = ends.map(() => new Array<string>(ends.length).fill("n"));
  for (const [row, one] of ends.entries())
    for (let column = row; column < ends.length; column += 1) {
      const other = ends[column];
      if (!other) continue;
      const letter = verdicts.get(contactOf(one, other, tables).code) ?? "n";
      for (const [a, b] of [
        [row, column],
        [column, row],
      ] as const) {
        const line = grid[a];
        if (line) line[b] = letter;
      }
    }
  return { order: ends.map(({ code }) => code), rows: grid.map((line) => line.join("")) };
}
