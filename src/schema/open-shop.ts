/** The two shops of a checkout, and what the server asks of whoever started it: to be started again on the other one's database. */
import { z } from "zod";

export const shopInUseSchema = z.enum(["demo", "own"]);
export type ShopInUse = z.output<typeof shopInUseSchema>;

export const openShopMessage = z.strictObject({ openShop: shopInUseSchema });
