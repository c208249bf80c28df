/** What the server asks of whoever started it: to be started again on the other shop's database. */
import { z } from "zod";

export const openShopMessage = z.strictObject({ openShop: z.enum(["demo", "own"]) });
