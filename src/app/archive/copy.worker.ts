/** Makes one copy of the shop in a thread of its own, and ends. Built to one file by ops/build.ts. */
import { parentPort, workerData } from "node:worker_threads";
import { z } from "zod";
import { connect } from "../../db/client.ts";
import { makeContext } from "../context.ts";
import { makeCopy } from "./nightly-copy.ts";
import { ARCHIVE_STATEMENT_MS } from "./shop-archive.ts";

const { url, isAsked } = z.object({ url: z.string(), isAsked: z.boolean() }).parse(workerData);
const sql = connect(url, { most: 3, statementMs: ARCHIVE_STATEMENT_MS });
try {
  const attempt = await makeCopy(makeContext(sql), { isAsked });
  if (attempt?.fault) parentPort?.postMessage(`no copy was made: ${attempt.fault}`);
} finally {
  await sql.end();
}
