/** The step library as an open CSV file: read row by row, written back the same, byte for byte. */
import { parse } from "csv-parse/sync";
import { stringify } from "csv-stringify/sync";
import { libraryFaults, type StepTemplate } from "../core/step/index.ts";
import { storedStep } from "./tables.ts";

type Row = Readonly<Record<string, string>>;

export const STEP_COLUMNS = [
  "id",
  "phase",
  "when",
  "per",
  "text",
  "low_min",
  "likely_min",
  "high_min",
  "wait_min",
  "effect",
  "stage",
  "caution",
  "role",
] as const;

const text = (value: string | undefined) => (value === undefined || value === "" ? null : value);
/** Numbers that are none stay text, so that the schema names them. */
const number = (value: string | undefined) =>
  value !== undefined && /^-?\d+(\.\d+)?$/.test(value) ? Number(value) : value;

/** Returns a row of the file, or of a form with the same fields, in the unchecked shape of a step. */
export function stepFromRow(row: Row): unknown {
  return {
    id: row["id"],
    phase: row["phase"],
    when: text(row["when"]),
    per: row["per"],
    text: row["text"],
    handsOnMin: {
      low: number(row["low_min"]),
      likely: number(row["likely_min"]),
      high: number(row["high_min"]),
    },
    waitMin: number(row["wait_min"]),
    effect: text(row["effect"]),
    stage: text(row["stage"]),
    caution: text(row["caution"]),
    // A file from before steps had roles has no such column; a form always sends the field.
    ...(row["role"] === undefined ? {} : { role: text(row["role"]) }),
  };
}

/** Column a field of a step stands in, for messages. */
const COLUMN_OF: Readonly<Record<string, string>> = {
  low: "low_min",
  likely: "likely_min",
  high: "high_min",
  handsOnMin: "likely_min",
  waitMin: "wait_min",
};

export interface StepFault {
  /** Line of the file, 1 the header; null: of the library as a whole. */
  readonly line: number | null;
  readonly column: string;
  readonly message: string;
}

/** Returns one row read, or what is wrong with it by column. */
export function readStep(
  row: Row,
): { readonly step: StepTemplate } | { readonly faults: readonly StepFault[] } {
  const parsed = storedStep.safeParse(stepFromRow(row));
  if (parsed.success) return { step: parsed.data };
  return {
    faults: parsed.error.issues.map(({ path, message }) => {
      const field = String(path.at(-1) ?? "");
      return { line: null, column: COLUMN_OF[field] ?? field, message };
    }),
  };
}

export interface ReadSteps {
  readonly steps: readonly StepTemplate[];
  readonly faults: readonly StepFault[];
}

/** Reads a file whole: every fault is told with its line, and a library that could not be worked by is none. */
export function readSteps(file: string): ReadSteps {
  let rows: readonly Row[];
  try {
    rows = parse(file, { columns: true, skip_empty_lines: true, bom: true });
  } catch (error) {
    return {
      steps: [],
      faults: [{ line: 1, column: "", message: error instanceof Error ? error.message : "is no CSV" }],
    };
  }
  const missing = STEP_COLUMNS.filter((column) => column !== "role").filter(
    (column) => rows.length === 0 || !(column in (rows[0] ?? {})),
  );
  if (missing.length > 0)
    return {
      steps: [],
      faults: missing.map((column) => ({ line: 1, column, message: "column is missing" })),
    };
  const read = rows.map((row, index) => ({ line: index + 2, got: readStep(row) }));
  const steps = read.flatMap(({ got }) => ("step" in got ? [got.step] : []));
  const bad = read.flatMap(({ line, got }) =>
    "step" in got ? [] : got.faults.map((fault) => ({ ...fault, line })),
  );
  if (bad.length > 0) return { steps, faults: bad };
  const lineOf = (id: string) => read.find(({ got }) => "step" in got && got.step.id === id)?.line ?? null;
  return {
    steps,
    faults: libraryFaults(steps).map(({ step, field, message }) => ({
      line: lineOf(step),
      column: COLUMN_OF[field] ?? field,
      message,
    })),
  };
}

/** Writes a step library as CSV; for a spreadsheet, text that would run as a formula is marked as text. */
export function writeSteps(steps: readonly StepTemplate[], forSpreadsheet = false): string {
  return stringify(
    steps.map(({ id, phase, when, per, text: words, handsOnMin, waitMin, effect, stage, caution, role }) => [
      id,
      phase,
      when ?? "",
      per,
      words,
      handsOnMin.low,
      handsOnMin.likely,
      handsOnMin.high,
      waitMin,
      effect ?? "",
      stage ?? "",
      caution ?? "",
      role ?? "",
    ]),
    { header: true, columns: [...STEP_COLUMNS], escape_formulas: forSpreadsheet },
  );
}
