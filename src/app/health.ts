/** Whether service and database are there, told quickly however busy either is. */
import { connect, type Pool } from "../db/client.ts";
import { pingDatabase } from "../db/setting.ts";
import { readEnvironment } from "../env.ts";
import { VERSION } from "../version.ts";
import { jsonResponse, RETRY_AFTER_S } from "./http/app-error.ts";

/** A database that says nothing for this long counts as away, ms: whoever asks after health does not want to wait. */
const PATIENCE_MS = 900;

let own: Pool | undefined;

/** A connection of its own, so that health is told however busy the others are, and before anything else is made ready. */
function ownConnection(): Pool {
  own ??= connect(readEnvironment().DATABASE_URL, { most: 1, statementMs: PATIENCE_MS });
  return own;
}

async function answersInTime(sql: Pool): Promise<boolean> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<false>((resolve) => {
    timer = setTimeout(() => resolve(false), PATIENCE_MS);
  });
  try {
    return await Promise.race([pingDatabase(sql).catch(() => false), late]);
  } finally {
    clearTimeout(timer);
  }
}

/** What is said with and without a database. */
function standing() {
  const { SHOP_IN_USE: shop } = readEnvironment();
  return { version: VERSION, ...(shop === undefined ? {} : { shop }) };
}

/** Answers 200 when both are there; 503 with the same fields when the database is away. */
export async function healthAnswer(sql: Pool = ownConnection()): Promise<Response> {
  if (await answersInTime(sql)) return jsonResponse({ status: "ok", database: "ok", ...standing() });
  return jsonResponse({ status: "degraded", database: "away", ...standing() }, 503, {
    "retry-after": String(RETRY_AFTER_S),
  });
}
