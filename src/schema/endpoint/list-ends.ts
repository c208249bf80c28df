/** GET /api/v1/ends. */
import { endTablesResponse } from "../tables.ts";
import { get } from "./definition.ts";
export const endTablesEndpoint = get({
  path: "/api/v1/ends",
  summary: "The tables of ends, threads and joints",
  response: endTablesResponse,
});
