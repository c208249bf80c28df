/** GET /api/v1/schema/shop.json. */
import { z } from "zod";
import { get } from "./definition.ts";

export const shopSchemaEndpoint = get({
  path: "/api/v1/schema/shop.json",
  summary: "JSON schema of the archive of a whole shop",
  response: z.looseObject({}),
});
