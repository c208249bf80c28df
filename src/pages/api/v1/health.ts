import { otherMethods, reads } from "../../../app/endpoint.ts";
import { Problem } from "../../../app/problem.ts";
import { pingDatabase } from "../../../db/settings.ts";
import { VERSION } from "../../../version.ts";

export const GET = reads(async ({ sql }) => {
  if (!(await pingDatabase(sql))) throw new Problem("internal", "The database does not answer.");
  return { status: "ok", database: "ok", version: VERSION };
});
export const ALL = otherMethods;
