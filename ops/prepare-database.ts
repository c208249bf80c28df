import { loadDemoOnce } from "../src/app/demo.ts";
import { connect } from "../src/db/client.ts";
import { migrate } from "../src/db/migrate.ts";

/** Brings a database to the present schema and, once in its life, loads the demo. Returns whether it loaded it. */
export async function prepareDatabase(url: string): Promise<boolean> {
  await migrate(url);
  const sql = connect(url);
  try {
    return await loadDemoOnce(sql, new Date());
  } finally {
    await sql.end();
  }
}
