/** GET /api/v1/alerts. */
import { z } from "zod";
import { get } from "./definition.ts";

export const alertsResponse = z
  .strictObject({
    wet: z.array(
      z.strictObject({
        /** The look that found it: the same for as long as it is the latest. */
        id: z.uuid(),
        visit: z.uuid(),
        connection: z.uuid(),
        label: z.string(),
        title: z.string(),
        by: z.string(),
        at: z.iso.datetime(),
      }),
    ),
  })
  .meta({ id: "AlertsResponse" });

export const listAlertsEndpoint = get({
  path: "/api/v1/alerts",
  summary: "Follow-up checks that were answered wet and nobody has seen to yet, the newest first",
  response: alertsResponse,
});
