/** Lists of visits at the border: which list, and which page of it. */
import { z } from "zod";

/** Names of the lists, as the database and `everything` (open first) tell them. */
export const LIST_NAMES = ["at-work", "waiting", "finished", "due", "all", "everything"] as const;

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
