/** Who the shop is, as it stands on records and on the customer's page. */
import { z } from "zod";
import { looseLine, phone } from "./text.ts";

/** Scheme, host and port: what links begin with. */
const publicAddress = looseLine(200).refine(
  (text) => {
    if (text === "") return true;
    if (!/^https?:\/\/[^/\s]+\/?$/.test(text)) return false;
    return URL.canParse(text);
  },
  { error: "must be an address like https://shop.example, without a path, or empty" },
);

export const shopDetailsSchema = z.object({
  name: looseLine(120),
  phone,
  licence: looseLine(80),
  /** Where the shop is, as a letter is addressed; absent in what was kept before there was such a field. */
  address: looseLine(200).default(""),
  publicAddress,
  /** Who usually looks again the day after. */
  followUpBy: z.enum(["plumber", "customer"]).default("plumber"),
});

export type ShopDetails = z.output<typeof shopDetailsSchema>;
