/** One part of the catalogue: its figures, its price over time, and what the shop makes of it. */
import { z } from "zod";
import { formatCents } from "../../core/units/index.ts";
import { PART_CHOICES, type PartPriceRow, partPrices } from "../../db/part-choice.ts";
import { partSchema } from "../../schema/part.ts";
import { line } from "../../schema/text.ts";
import type { Context } from "../context.ts";
import { AppError, invalid, notFound } from "../http/app-error.ts";
import { SOMEBODY_ELSE } from "./setting.ts";
import { type CatalogueLine, catalogueLines, choosePart, keepOwnPart, removeOwnPart } from "./shop.ts";

const MOST_PRICES = 50;
const CENTS = 100;

/** A price as people write it: 12, 12.5, 12.50, with or without $. */
const price = z
  .string()
  .trim()
  .regex(/^\$?\d{1,6}(\.\d{1,2})?$/, "must be a price like 12.50")
  .transform((text) => Math.round(Number(text.replace("$", "")) * CENTS))
  .refine((cents) => cents > 0, "must be more than nothing");

const form = z.discriminatedUnion("action", [
  z.object({ action: z.literal("price"), price, shownCents: z.coerce.number().int().optional() }),
  z.object({ action: z.literal("choice"), choice: z.enum([...PART_CHOICES, "none"]) }),
  z.object({ action: z.literal("drop") }),
  z.object({
    action: z.literal("copy"),
    sku: partSchema.shape.sku.max(40),
    name: line(160),
    price,
    lengthIn: z.string().trim(),
  }),
]);

export interface PartPage extends CatalogueLine {
  readonly prices: readonly PartPriceRow[];
  readonly endNames: readonly string[];
}

/** Reads one part with its price over time. Errors: AppError not-found. */
export async function readPart(context: Context, sku: string): Promise<PartPage> {
  const own = (await catalogueLines(context)).find(({ part }) => part.sku === sku);
  if (own === undefined) throw notFound("part");
  return {
    ...own,
    prices: await partPrices(context.sql, sku, MOST_PRICES),
    endNames: own.part.ports.map(({ end }) => context.plannerIndex.ends.get(end)?.name ?? end),
  };
}

/** Longest line or tube a shop sells, inches. */
const MOST_LENGTH_IN = 2400;

function lengthOf(text: string, before: number | null): number | null {
  if (text === "" || before === null) return before;
  const length = Number(text);
  if (!(length > 0) || length > MOST_LENGTH_IN)
    throw new AppError("invalid", `lengthIn: must be inches up to ${MOST_LENGTH_IN}.`, [
      { path: "lengthIn", message: "is no length" },
    ]);
  return length;
}

/**
 * Does what a form on a part's page asks for: another price, a favourite or retired, back to what ships, or a part of the shop's own like
 * it under another SKU. Returns the SKU to show then; null: the list.
 * Errors: AppError not-found, invalid naming the field, conflict when the SKU is taken.
 */
export async function changePart(context: Context, sku: string, data: FormData): Promise<string | null> {
  const parsed = form.safeParse(Object.fromEntries(data));
  if (!parsed.success) throw invalid(parsed.error);
  const asked = parsed.data;
  const { part, origin } = await readPart(context, sku);
  switch (asked.action) {
    case "price":
      if (asked.shownCents !== undefined && asked.shownCents !== part.priceCents)
        throw new AppError("stale", SOMEBODY_ELSE, [
          { path: "price", message: `is ${formatCents(part.priceCents)} now` },
        ]);
      await keepOwnPart(context, { ...part, priceCents: asked.price });
      return sku;
    case "choice":
      await choosePart(context, sku, asked.choice === "none" ? null : asked.choice);
      return sku;
    case "drop":
      await removeOwnPart(context, sku);
      return origin === "own" ? null : sku;
    case "copy": {
      const lines = await catalogueLines(context);
      if (lines.some((each) => each.part.sku === asked.sku))
        throw new AppError("conflict", `There is a part ${asked.sku} already: choose another SKU.`, [
          { path: "sku", message: "taken" },
        ]);
      const { name, price: priceCents } = asked;
      const lengthIn = lengthOf(asked.lengthIn, part.lengthIn);
      await keepOwnPart(context, { ...part, sku: asked.sku, name, priceCents, lengthIn });
      return asked.sku;
    }
  }
}
