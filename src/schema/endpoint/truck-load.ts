/** POST /api/v1/truck/load */
import { z } from "zod";
import { uuid } from "../text.ts";
import { post } from "./definition.ts";

const MOST_VISITS = 40;

export const loadEndpoint = post({
  path: "/api/v1/truck/load",
  summary: "What some visits need together, against what is on the truck",
  failures: { 404: "One of the visits is not there." },
  request: z.strictObject({ visits: z.array(uuid).min(1).max(MOST_VISITS) }),
  response: z.object({
    parts: z.array(
      z.object({
        sku: z.string(),
        name: z.string(),
        quantity: z.number(),
        forVisits: z.array(uuid),
        onTruck: z.number(),
        short: z.number(),
      }),
    ),
    tools: z.array(z.string()),
    consumables: z.array(z.string()),
    unplanned: z
      .array(z.object({ visit: uuid, connection: uuid, label: z.string() }))
      .meta({ description: "Connections without a hookup: nobody can say yet what they need." }),
  }),
  examples: [
    {
      asks: { visits: ["00000000-0000-4000-8000-0000000000e1"] },
      answers: {
        parts: [
          {
            sku: "LB-C38B78-012",
            name: "Braided stainless line, 3/8 comp x 7/8 BC, 12 in",
            quantity: 1,
            forVisits: ["00000000-0000-4000-8000-0000000000e1"],
            onTruck: 3,
            short: 0,
          },
        ],
        tools: [],
        consumables: [],
        unplanned: [],
      },
    },
  ],
});
