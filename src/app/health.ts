/** Whether service and database are there, told quickly however busy either is. */
import { pingDatabase } from "../db/settings.ts";
import { VERSION } from "../version.ts";
import type { Context } from "./context.ts";
import { jsonAnswer, RETRY_AFTER_S } from "./problem.ts";

/** A database that says nothing for this long counts as away, ms: whoever asks after health does not want to wait. */
const PATIENCE_MS = 900;

async function answersInTime({ healthSql }: Pick<Context, "healthSql">): Promise<boolean> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<false>((resolve) => {
    timer = setTimeout(() => resolve(false), PATIENCE_MS);
  });
  try {
    return await Promise.race([pingDatabase(healthSql).catch(() => false), late]);
  } finally {
    clearTimeout(timer);
  }
}

/** 200 when both are there; 503 with the same fields when the database is away. */
export async function healthAnswer(context: Pick<Context, "healthSql">): Promise<Response> {
  if (await answersInTime(context)) return jsonAnswer({ status: "ok", database: "ok", version: VERSION });
  return jsonAnswer({ status: "degraded", database: "away", version: VERSION }, 503, {
    "retry-after": String(RETRY_AFTER_S),
  });
}
