/** GET /api/v1/health. */
import { z } from "zod";
import { shopInUseSchema } from "../open-shop.ts";
import { get } from "./definition.ts";

const healthResponse = z
  .strictObject({
    status: z.enum(["ok", "degraded"]),
    database: z.enum(["ok", "away"]),
    version: z.string(),
    shop: shopInUseSchema.exactOptional().meta({ description: "Which shop is served" }),
  })
  .meta({ id: "Health" });

export const healthEndpoint = get({
  path: "/api/v1/health",
  summary: "Whether the service and its database are there",
  response: healthResponse,
  failures: { 503: "The database is away" },
});
