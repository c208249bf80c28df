/** Who the shop is, as it stands on records and on the customer's page. */
import { z } from "zod";
import { looseLine } from "./text.ts";

/** Any way of writing a phone number: digits with what people put between them. */
const phone = looseLine(40).refine((text) => text === "" || /^[+0-9][0-9 ()./-]{4,}$/.test(text), {
  error: "must be a phone number like 902 555 0142, or empty",
});

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
  publicAddress,
});

export type ShopDetails = z.output<typeof shopDetailsSchema>;
