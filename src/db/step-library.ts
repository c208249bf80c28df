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

export async function lockLibrary(sql: Db): Promise<void> {
  await sql`select pg_advisory_xact_lock(${LIBRARY_LOCK})`;
}

/** The one new visits are opened with; those that came with a visit from elsewhere are not it. */
export async function latestLibrary(sql: Db): Promise<StepLibraryRow | undefined> {
  const [row] = await sql<StepLibraryRow[]>`
    select version, origin, steps, why, actor, made_at from step_library
    where origin <> 'visit' order by version desc limit 1`;
  return row;
}

export async function findLibrary(sql: Db, version: number): Promise<StepLibraryRow | undefined> {
  const [row] = await sql<StepLibraryRow[]>`
    select version, origin, steps, why, actor, made_at from step_library where version = ${version}`;
  return row;
}

/** Newest first, without their steps. */
export async function listLibraries(
  sql: Db,
  limit: number,
): Promise<readonly Omit<StepLibraryRow, "steps">[]> {
  return sql<StepLibraryRow[]>`
    select version, origin, why, actor, made_at from step_library
    where origin <> 'visit' order by version desc limit ${limit}`;
}

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
