/** Lists of visits at the border: which list, and which page of it. */
import { z } from "zod";
import { siteSchema } from "./visit.ts";

/** Names of the lists, as the database and `everything` (open first) tell them. */
export const LIST_NAMES = [
  "at-work",
  "waiting",
  "finished",
  "due",
  "all",
  "everything",
  "cancelled",
  "bin",
] as const;

/** Most visits of one page. */
const MOST_VISITS_A_PAGE = 200;
const USUAL = 100;

/** Query of GET /api/v1/visits. */
export const visitListQuery = z.strictObject({
  list: z.enum(LIST_NAMES).default("everything"),
  limit: z
    .string()
    .regex(/^[1-9]\d{0,2}$/, `must be a whole number from 1 to ${MOST_VISITS_A_PAGE}`)
    .transform(Number)
    .refine((limit) => limit <= MOST_VISITS_A_PAGE, `must be at most ${MOST_VISITS_A_PAGE}`)
    .default(USUAL),
  after: z.string().max(120).optional(),
});

/** Answer of GET /api/v1/visits. */
export const visitListResponse = z
  .strictObject({
    visits: z.array(
      z.strictObject({
        visit: z.uuid(),
        version: z.number().int(),
        site: siteSchema.nullable(),
        title: z.string(),
        startsAt: z.iso.datetime(),
        lookBackDueAt: z.iso.datetime().nullable(),
        connections: z.array(z.strictObject({ connection: z.uuid(), label: z.string(), phase: z.string() })),
        unreadable: z.string().exactOptional(),
      }),
    ),
    /** Where the next page begins: `after` of the next request. */
    next: z.string().nullable(),
  })
  .meta({ id: "VisitListResponse" });

/** What narrows the page of all visits, as its form tells: empty fields ask for nothing. */
export const visitFilterQuery = z.object({
  site: z.uuid().nullable().catch(null),
  from: z.iso.date().nullable().catch(null),
  until: z.iso.date().nullable().catch(null),
  title: z
    .string()
    .trim()
    .max(80)
    .transform((text) => (text === "" ? null : text))
    .nullable()
    .catch(null),
});
