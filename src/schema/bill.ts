/** What a visit costs, at the border: a bill whose sums are right, and the shop's rates as a form sends them. */
import { z } from "zod";
import { BILL_LINE_KINDS, BILL_STAGES, type Bill, billFault, type Rates } from "../core/bill/index.ts";
import { looseLine } from "./text.ts";

/** No bill of a visit is higher, cents: a million. */
const cents = z.number().int().min(0).max(100_000_000);
const percent = z.number().min(0).max(100);

export const billSchema = z
  .strictObject({
    stage: z.enum(BILL_STAGES),
    lines: z.array(z.strictObject({ kind: z.enum(BILL_LINE_KINDS), text: looseLine(200), cents })).max(80),
    minutes: z.number().min(0).max(100_000),
    taxPercent: percent,
    taxOn: z.enum(["all", "parts"]),
    taxCents: cents,
    totalCents: cents,
  })
  .superRefine((bill, context) => {
    const field = billFault(bill);
    if (field !== null)
      context.addIssue({ code: "custom", path: [field], message: "does not add up with the lines" });
  }) satisfies z.ZodType<Bill>;

/** Dollars and cents as somebody types them. */
const money = z
  .string()
  .trim()
  .regex(/^\d{1,6}(\.\d{1,2})?$/, "must be dollars, like 95 or 95.50")
  .transform((text) => Math.round(Number(text) * 100));
const typedPercent = z
  .string()
  .trim()
  .regex(/^\d{1,3}(\.\d{1,3})?$/, "must be a percentage, like 15")
  .transform(Number)
  .pipe(percent);

export const ratesForm = z.object({
  hour: money,
  trip: money,
  markUp: typedPercent,
  tax: typedPercent,
  taxOn: z.enum(["all", "parts"]),
});

export const ratesSchema = z.strictObject({
  hourCents: cents,
  tripCents: cents,
  markUpPercent: percent,
  taxPercent: percent,
  taxOn: z.enum(["all", "parts"]),
}) satisfies z.ZodType<Rates>;
