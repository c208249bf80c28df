/** Writes or reads an archive as a program of its own, so that its memory can be bounded. Prints what was read, and the most memory it held. */
import {
  ARCHIVE_STATEMENT_MS,
  checkEveryRow,
  readArchive,
  writeArchive,
} from "../../src/app/archive/shop-archive.ts";
import { makeContext } from "../../src/app/context.ts";
import { connect } from "../../src/db/client.ts";

const [what, url = "", file = ""] = process.argv.slice(2);

async function main(): Promise<void> {
  const sql = connect(url, { most: 2, statementMs: ARCHIVE_STATEMENT_MS });
  const context = makeContext(sql);
  try {
    if (what === "write") {
      await writeArchive(context, file);
      await checkEveryRow(file);
    }
    const read =
      what === "write" ? null : await readArchive(context, file, { isSalvage: what === "salvage" });
    console.log(JSON.stringify({ read, mostKb: process.resourceUsage().maxRSS }));
  } finally {
    await sql.end();
  }
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : String(error));
  process.exit(1);
});
