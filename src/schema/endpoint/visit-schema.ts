/** GET /api/v1/schema/visit.json. */
import { z } from "zod";
import { get } from "./definition.ts";

export const visitSchemaEndpoint = get({
  path: "/api/v1/schema/visit.json",
  summary: "JSON schema of a visit's file",
  response: z.looseObject({}),
});
