/** The shop's step library: what ships until somebody edits it; every version is kept, and a visit keeps the version it was opened with. */
import { isDeepStrictEqual } from "node:util";
import { z } from "zod";
import { libraryFaults, missingRoles, type StepTemplate } from "../../core/step/index.ts";
import type { Tables } from "../../core/tables.ts";
import type { Db } from "../../db/client.ts";
import {
  addLibrary,
  findLibrary,
  latestLibrary,
  listLibraries,
  lockLibrary,
  type StepLibraryRow,
} from "../../db/step-library.ts";
import { readStep, readSteps } from "../../schema/step-csv.ts";
import { storedStep } from "../../schema/tables.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { checkStorable } from "../http/endpoint.ts";

const stepsSchema = z.array(storedStep).min(1).max(300);

export interface Library {
  /** Null: what ships, and no visit has been opened with it yet. */
  readonly version: number | null;
  readonly origin: StepLibraryRow["origin"];
  readonly steps: readonly StepTemplate[];
}

const libraryFrom = (row: StepLibraryRow): Library => ({
  version: row.version,
  origin: row.origin,
  steps: stepsSchema.parse(row.steps),
});

const isSame = (one: readonly StepTemplate[], other: readonly StepTemplate[]) =>
  isDeepStrictEqual(JSON.parse(JSON.stringify(one)), JSON.parse(JSON.stringify(other)));

/** Returns the library new visits are opened with. A newer one that ships takes over from an older one that shipped, never from the shop's. */
export async function currentLibrary(sql: Db, { steps }: Pick<Tables, "steps">): Promise<Library> {
  const row = await latestLibrary(sql);
  const library = row && libraryFrom(row);
  if (!library || (library.origin === "shipped" && !isSame(library.steps, steps)))
    return { version: null, origin: "shipped", steps };
  return library;
}

/**
 * Returns the version of the step library that a new visit refers to. Stores the shipped library as a version first where
 * no version exists yet. Must run inside a transaction.
 */
export async function libraryToOpenWith(sql: Db, tables: Pick<Tables, "steps">): Promise<number> {
  await lockLibrary(sql);
  const { version, steps } = await currentLibrary(sql, tables);
  if (version !== null) return version;
  return addLibrary(sql, { origin: "shipped", steps: [...steps], why: "ships", actor: "Brass Nut" });
}

/** Steps never change once they are kept under a number: read once by this process. */
const stepsCache = new WeakMap<object, Map<number, readonly StepTemplate[]>>();

/** Returns the steps of a visit's own library; null: as they ship. `pool` names the database, `sql` may be a transaction of it. */
export async function stepsOfVisit(
  { tables, sql: pool }: Pick<Context, "tables" | "sql">,
  version: number | null,
  sql: Db = pool,
): Promise<readonly StepTemplate[]> {
  if (version === null) return tables.steps;
  const byVersion = stepsCache.get(pool) ?? new Map<number, readonly StepTemplate[]>();
  stepsCache.set(pool, byVersion);
  const cached = byVersion.get(version);
  if (cached) return cached;
  const row = await findLibrary(sql, version);
  if (!row) return tables.steps;
  const { steps } = libraryFrom(row);
  byVersion.set(version, steps);
  return steps;
}

/** Returns the context with a visit's own library in place of what ships. */
export async function withLibrary(context: Context, version: number | null, sql?: Db): Promise<Context> {
  return { ...context, tables: { ...context.tables, steps: await stepsOfVisit(context, version, sql) } };
}

/** Returns a library that came with a visit: the number it is kept under, its own if it is the one in force. Call in a transaction. */
export async function keepLibraryOfVisit(
  sql: Db,
  tables: Pick<Tables, "steps">,
  steps: readonly StepTemplate[] | undefined,
): Promise<number> {
  const current = await currentLibrary(sql, tables);
  if (steps === undefined || isSame(current.steps, steps)) return libraryToOpenWith(sql, tables);
  const [first] = libraryFaults(steps);
  if (first)
    throw new AppError("invalid", `steps: ${first.step} ${first.field} ${first.message}.`, [
      { path: "steps", message: first.message },
    ]);
  return addLibrary(sql, { origin: "visit", steps: [...steps], why: "came with a visit", actor: "import" });
}

function checkWhole(steps: readonly StepTemplate[], { cautions }: Pick<Tables, "cautions">): void {
  const codes = new Set(cautions.map(({ code }) => code));
  const faults = [
    ...libraryFaults(steps),
    ...missingRoles(steps),
    ...steps
      .filter(({ caution }) => caution !== null && !codes.has(caution.replace(/-if-\w+$/, "")))
      .map(({ id, caution }) => ({ step: id, field: "caution", message: `there is no caution ${caution}` })),
  ];
  const [first] = faults;
  if (first)
    throw new AppError(
      "invalid",
      `Nothing was changed. ${[first.step, first.field].join(" ").trim()}: ${first.message}.`,
      faults.map(({ step, field, message }) => ({ path: `${step} ${field}`.trim(), message })),
    );
}

/**
 * Puts a new telling in force for visits opened from now on. `seen` is the version its writer looked at.
 * Errors: AppError invalid naming step and field; stale when somebody changed the library meanwhile.
 */
async function putInForce(
  context: Context,
  seen: number | null,
  why: string,
  change: (steps: readonly StepTemplate[]) => readonly StepTemplate[],
): Promise<number> {
  const actor = await context.actor();
  return context.sql.begin(async (tx) => {
    await lockLibrary(tx);
    const current = await currentLibrary(tx, context.tables);
    if (current.version !== seen)
      throw new AppError("stale", "Somebody has changed the library since: look again before changing it.");
    const steps = change(current.steps);
    checkWhole(steps, context.tables);
    return addLibrary(tx, { origin: "shop", steps: [...steps], why, actor });
  });
}

const place = z.enum(["up", "down"]);

/** Returns what a form on the library's page asks for. Errors: AppError invalid, stale. */
export async function editLibrary(context: Context, form: FormData): Promise<number> {
  const fields = Object.fromEntries(
    [...form].flatMap(([name, value]): [string, string][] =>
      typeof value === "string" ? [[name, value.trim()]] : [],
    ),
  );
  checkStorable(fields);
  const seen = /^\d+$/.test(fields["seen"] ?? "") ? Number(fields["seen"]) : null;
  const id = fields["step"] ?? "";
  switch (fields["action"]) {
    case "ships":
      return putInForce(context, seen, "back to what ships", () => context.tables.steps);
    case "take-back": {
      const row = await findLibrary(context.sql, Number(fields["version"] ?? 0) || 0);
      if (!row) throw new AppError("not-found", "There is no such version.");
      return putInForce(context, seen, `back to version ${row.version}`, () => libraryFrom(row).steps);
    }
    case "remove":
      return putInForce(context, seen, `without "${id}"`, (steps) => steps.filter((step) => step.id !== id));
    case "move": {
      const by = place.safeParse(fields["to"]).data === "up" ? -1 : 1;
      return putInForce(context, seen, `"${id}" moved`, (steps) => moved(steps, id, by));
    }
    case "file": {
      const { steps, faults } = readSteps(fields["text"] ?? "");
      const [first] = faults;
      if (first)
        throw new AppError(
          "invalid",
          `Nothing was taken in. ${first.line === null ? "" : `line ${first.line} `}${first.column}: ${first.message}${faults.length > 1 ? ` (and ${faults.length - 1} more)` : ""}.`,
          faults.map(({ line, column, message }) => ({ path: `line ${line ?? "-"} ${column}`, message })),
        );
      return putInForce(context, seen, "from a file", () => steps);
    }
    default: {
      const read = readStep(fields);
      if ("faults" in read) {
        const [fault] = read.faults;
        throw new AppError(
          "invalid",
          `Nothing was changed. ${fault?.column}: ${fault?.message}.`,
          read.faults.map(({ column, message }) => ({ path: column, message })),
        );
      }
      const { step } = read;
      return putInForce(
        context,
        seen,
        id === "" ? `new step "${step.id}"` : `"${step.id}" changed`,
        (steps) =>
          id === ""
            ? insertedAfter(steps, fields["after"] ?? "", step)
            : steps.map((each) => (each.id === id ? step : each)),
      );
    }
  }
}

function moved(steps: readonly StepTemplate[], id: string, by: 1 | -1): readonly StepTemplate[] {
  const at = steps.findIndex((step) => step.id === id);
  const other = steps[at + by];
  const self = steps[at];
  if (!self || !other) return steps;
  return steps.map((step, index) => (index === at ? other : index === at + by ? self : step));
}

function insertedAfter(
  steps: readonly StepTemplate[],
  after: string,
  step: StepTemplate,
): readonly StepTemplate[] {
  const at = steps.findIndex(({ id }) => id === after);
  return at < 0 ? [step, ...steps] : steps.toSpliced(at + 1, 0, step);
}

const SHOWN_VERSIONS = 30;

/** Returns the library in force and its history, for its page. */
export async function libraryPage({ sql, tables }: Pick<Context, "sql" | "tables">) {
  return {
    library: await currentLibrary(sql, tables),
    history: await listLibraries(sql, SHOWN_VERSIONS),
    cautions: tables.cautions,
  };
}
