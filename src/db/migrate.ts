import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import Postgrator from "postgrator";
import postgres from "postgres";

const MIGRATIONS = join(dirname(fileURLToPath(import.meta.url)), "migrations/*.sql");
/** Any fixed number: whoever migrates this product's database holds this lock. */
const MIGRATION_LOCK = 72_017_401;

/**
 * Brings the database to the newest numbered migration, all in one transaction, one migrator at a time.
 * Errors: Postgrator's when an applied file was edited (checksum) or a statement fails; nothing is then changed.
 */
export async function migrate(url: string): Promise<void> {
  const sql = postgres(url, { max: 1, onnotice: () => undefined });
  try {
    await sql.begin(async (tx) => {
      await tx`select pg_advisory_xact_lock(${MIGRATION_LOCK})`;
      const [row] = await tx<{ name: string }[]>`select current_database() as name`;
      const postgrator = new Postgrator({
        migrationPattern: MIGRATIONS,
        driver: "pg",
        database: row?.name ?? "",
        schemaTable: "schema_version",
        execQuery: async (query) => ({ rows: await tx.unsafe(query).simple() }),
      });
      await postgrator.migrate();
    });
  } finally {
    await sql.end();
  }
}
