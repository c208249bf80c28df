/** Versions of the step library. */
import type { Db } from "./client.ts";

export interface StepLibraryRow {
  readonly version: number;
  readonly origin: "shipped" | "shop" | "visit";
  readonly steps: unknown;
  readonly why: string;
  readonly actor: string;
  readonly madeAt: Date;
}

/** Any fixed number: whoever adds a telling holds this lock, so that two never follow the same one unseen. */
const LIBRARY_LOCK = 72_017_402;

/** Returns the lets one writer at a time change the library, until the transaction ends. */
export async function lockLibrary(sql: Db): Promise<void> {
  await sql`select pg_advisory_xact_lock(${LIBRARY_LOCK})`;
}

/** Reads the version that new visits are opened with; versions that came with an imported visit do not count. */
export async function latestLibrary(sql: Db): Promise<StepLibraryRow | undefined> {
  const [row] = await sql<StepLibraryRow[]>`
    select version, origin, steps, why, actor, made_at from step_library
    where origin <> 'visit' order by version desc limit 1`;
  return row;
}

/** Finds a version of the library. */
export async function findLibrary(sql: Db, version: number): Promise<StepLibraryRow | undefined> {
  const [row] = await sql<StepLibraryRow[]>`
    select version, origin, steps, why, actor, made_at from step_library where version = ${version}`;
  return row;
}

/** Returns the newest first, without their steps. */
export async function listLibraries(
  sql: Db,
  limit: number,
): Promise<readonly Omit<StepLibraryRow, "steps">[]> {
  return sql<StepLibraryRow[]>`
    select version, origin, why, actor, made_at from step_library
    where origin <> 'visit' order by version desc limit ${limit}`;
}

/** Adds a version of the library and returns its number. */
export async function addLibrary(
  sql: Db,
  {
    origin,
    steps,
    why,
    actor,
  }: Pick<StepLibraryRow, "origin" | "why" | "actor"> & { readonly steps: object },
): Promise<number> {
  const [row] = await sql<{ version: number }[]>`
    insert into step_library (origin, steps, why, actor)
    values (${origin}, ${sql.json(steps as never)}, ${why}, ${actor}) returning version`;
  if (row === undefined) throw new Error("the library was not kept");
  return row.version;
}
