import { loadDemoOnce } from "../src/app/demo/demo.ts";
import { bringProjectionsForward } from "../src/app/visit/rebuild.ts";
import { loadTables } from "../src/compute/tables.ts";
import { connect } from "../src/db/client.ts";
import { migrate } from "../src/db/migrate.ts";
import type { Cluster } from "./cluster.ts";
import { createDatabase } from "./database.ts";
import { ensureRoles, giveToOwner, OWNER_ROLE, rolePasswords, SERVER_ROLE, urlAs } from "./roles.ts";

export interface PreparedDatabase {
  /** Connection string of the server's own role, which may only do what it was granted. */
  readonly serverUrl: string;
  /** Connection string of the role that owns and migrates. */
  readonly ownerUrl: string;
}

/** Makes the database and its roles where they are missing, and brings the schema up to date. `folder` keeps the roles' passwords. */
export async function prepareDatabase(
  cluster: Cluster,
  name: string,
  folder: string,
): Promise<PreparedDatabase> {
  const passwords = rolePasswords(folder);
  await ensureRoles(cluster, passwords);
  await createDatabase(cluster, name);
  await giveToOwner(cluster, name);
  const url = cluster.url(name);
  const ownerUrl = urlAs(url, OWNER_ROLE, passwords.owner);
  await migrate(ownerUrl);
  await bringForward(ownerUrl);
  return { serverUrl: urlAs(url, SERVER_ROLE, passwords.server), ownerUrl };
}

/** Makes again what is kept of visits beside their events, where an earlier version made it or none did. */
async function bringForward(ownerUrl: string): Promise<void> {
  const sql = connect(ownerUrl, { most: 2 });
  try {
    await bringProjectionsForward(sql, loadTables());
  } finally {
    await sql.end();
  }
}

/** Loads the demo, once in a database's life, as the server would write it. Returns whether it did. */
export async function loadDemo(serverUrl: string): Promise<boolean> {
  const sql = connect(serverUrl);
  try {
    return await loadDemoOnce(sql, new Date());
  } finally {
    await sql.end();
  }
}
