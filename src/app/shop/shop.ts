/** The catalogue as this shop has it: the parts that ship, its own parts and prices, its standards. */
import type { KnownParts } from "../../compute/compute.ts";
import type { Part } from "../../core/part/index.ts";
import { buildPlannerIndex, type PlannerIndex } from "../../core/planner/index.ts";
import type { Standards } from "../../core/standard/index.ts";
import type { Db } from "../../db/client.ts";
import {
  insertPartPrice,
  type PartChoice,
  type PartPriceRow,
  putPartChoice,
  readPartChoices,
} from "../../db/part-choice.ts";
import {
  putShopPart,
  readShopParts,
  removeShopPart,
  reviseShopParts,
  shopPartsRevision,
} from "../../db/shop-part.ts";
import { transact } from "../../db/transact.ts";
import { type ReadCatalogue, writeCatalogue } from "../../schema/catalogue-csv.ts";
import { partSchema } from "../../schema/part.ts";
import { standardsSchema } from "../../schema/standards.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { keepSetting, readSetting } from "./setting.ts";

type ShopTools = Pick<Context, "sql" | "tables" | "plannerIndex" | "compute">;
/** What changing a part takes: who, and when. */
type ChangeTools = Pick<Context, "sql" | "tables" | "actor" | "now">;

/** The shop's parts for each database, replaced when they change. */
const partsCache = new WeakMap<object, KnownParts>();
/** The shop opened over them. */
const indexCache = new WeakMap<KnownParts, PlannerIndex>();

async function ownParts(sql: Db): Promise<readonly Part[]> {
  return (await readShopParts(sql)).map(({ part }) => partSchema.parse(part));
}

/** Returns the shipped parts with the shop's own in their place or beside them, by SKU. */
export function mergeParts(shipped: readonly Part[], own: readonly Part[]): readonly Part[] {
  const mine = new Map(own.map((part) => [part.sku, part]));
  const shippedSkus = new Set(shipped.map(({ sku }) => sku));
  return [
    ...shipped.map((part) => mine.get(part.sku) ?? part),
    ...own.filter(({ sku }) => !shippedSkus.has(sku)),
  ];
}

/** Returns the shipped parts and the shop's own as they are now, retired ones left out, with the number of the change that made them so. */
export async function shopParts({ sql, tables }: Pick<Context, "sql" | "tables">): Promise<KnownParts> {
  const revision = await shopPartsRevision(sql);
  const cached = partsCache.get(sql);
  if (cached?.revision === revision) return cached;
  const [own, choices] = await Promise.all([ownParts(sql), readPartChoices(sql)]);
  const retired = new Set(choices.flatMap(({ sku, choice }) => (choice === "retired" ? [sku] : [])));
  const merged = own.length === 0 ? tables.parts : mergeParts(tables.parts, own);
  const parts = retired.size === 0 ? merged : merged.filter(({ sku }) => !retired.has(sku));
  const known = { revision, parts };
  partsCache.set(sql, known);
  return known;
}

/** Returns the shop to plan with now. */
export async function currentPlannerIndex({ sql, tables, plannerIndex }: ShopTools): Promise<PlannerIndex> {
  const parts = await shopParts({ sql, tables });
  if (parts.parts === tables.parts) return plannerIndex;
  const cached = indexCache.get(parts);
  if (cached) return cached;
  const index = buildPlannerIndex({ ...tables, parts: parts.parts });
  indexCache.set(parts, index);
  return index;
}

const RULES = "house-rules";

/** Returns what the shop has set, with the number of the last change: what a writer says to have looked at. */
export async function versionedStandards({ sql }: Pick<Context, "sql">) {
  const { value, version } = await readSetting(sql, RULES, standardsSchema);
  return { rules: value ?? {}, version };
}

/** Returns what the shop has set; what it has not is the default school. */
export async function shopStandards(context: Pick<Context, "sql">): Promise<Partial<Standards>> {
  return (await versionedStandards(context)).rules;
}

/** Returns the version a form says its writer looked at; 0: nothing was set yet. */
export function versionSeen(form: FormData): number {
  const seen = Number(form.get("version") ?? 0);
  return Number.isSafeInteger(seen) ? seen : 0;
}

/** Stores the shop's standards. Errors: AppError stale when somebody has changed them since the version `seen`. */
export async function setShopStandards(
  { sql }: Pick<Context, "sql">,
  rules: Partial<Standards>,
  seen: number,
): Promise<void> {
  await keepSetting(sql, RULES, rules, seen);
}

export interface CatalogueLine {
  readonly part: Part;
  /** Shipped as it is, the shop's own price or figures, or the shop's own part. */
  readonly origin: "shipped" | "changed" | "own";
  /** What the shop makes of the part: shown first, or planned with no more; null: neither. */
  readonly choice: PartChoice | null;
}

/** Returns every part of the shop's catalogue, with where it comes from. */
export async function catalogueLines({
  sql,
  tables,
}: Pick<Context, "sql" | "tables">): Promise<readonly CatalogueLine[]> {
  const [mine, choices] = await Promise.all([ownParts(sql), readPartChoices(sql)]);
  const chosen = new Map(choices.map(({ sku, choice }) => [sku, choice]));
  const own = new Set(mine.map(({ sku }) => sku));
  const shipped = new Set(tables.parts.map(({ sku }) => sku));
  return mergeParts(tables.parts, mine)
    .map(
      (part): CatalogueLine => ({
        part,
        origin: !own.has(part.sku) ? "shipped" : shipped.has(part.sku) ? "changed" : "own",
        choice: chosen.get(part.sku) ?? null,
      }),
    )
    .sort((a, b) => (a.part.sku < b.part.sku ? -1 : 1));
}

/** Returns the file, byte for byte as it is read in again; for a spreadsheet, what a spreadsheet would run is marked as text. */
export async function exportCatalogue(context: ShopTools, forSpreadsheet = false): Promise<string> {
  return writeCatalogue(
    (await catalogueLines(context)).map(({ part }) => part),
    forSpreadsheet,
  );
}

export interface ImportReport {
  readonly faults: ReadCatalogue["faults"];
  readonly added: readonly Part[];
  readonly changed: readonly { readonly before: Part; readonly after: Part }[];
  readonly same: number;
}

/** Returns what a file would do, nothing written. */
export async function previewCatalogue(context: ShopTools, text: string): Promise<ImportReport> {
  const { parts, faults } = await context.compute.run("readCatalogue", text);
  const now = new Map((await catalogueLines(context)).map(({ part }) => [part.sku, part]));
  const isSame = (part: Part) => JSON.stringify(now.get(part.sku)) === JSON.stringify(part);
  return {
    faults,
    added: parts.filter(({ sku }) => !now.has(sku)),
    changed: parts.flatMap((after) => {
      const before = now.get(after.sku);
      return before === undefined || isSame(after) ? [] : [{ before, after }];
    }),
    same: parts.filter(isSame).length,
  };
}

/** Takes a file in, whole or not at all. Errors: AppError invalid with a field for every faulty row. */
export async function importCatalogue(context: ShopTools & ChangeTools, text: string): Promise<ImportReport> {
  const report = await previewCatalogue(context, text);
  if (report.faults.length > 0)
    throw new AppError(
      "invalid",
      `Nothing was taken in: ${report.faults.length} faults. Mend them in the file and try again.`,
      report.faults.map(({ line, column, message }) => ({ path: `line ${line} ${column}`.trim(), message })),
    );
  const shipped = new Map(context.tables.parts.map((part) => [part.sku, JSON.stringify(part)]));
  // In one order, so that two files at once never wait for each other.
  const changes = [...report.added, ...report.changed.map(({ after }) => after)].toSorted((a, b) =>
    a.sku < b.sku ? -1 : 1,
  );
  const before = new Map(report.changed.map((change) => [change.before.sku, change.before.priceCents]));
  const stamp = { actor: await context.actor(), changedAt: context.now() };
  await transact(context.sql, async (tx) => {
    await reviseShopParts(tx);
    for (const { sku, priceCents } of changes)
      await notePrice(tx, sku, { wasCents: before.get(sku) ?? null, cents: priceCents, ...stamp });
    for (const part of changes)
      if (shipped.get(part.sku) === JSON.stringify(part)) await removeShopPart(tx, part.sku);
      else await putShopPart(tx, part.sku, part);
  });
  return report;
}

/** Notes a change of price; the same price again is none. */
async function notePrice(sql: Db, sku: string, row: PartPriceRow): Promise<void> {
  if (row.wasCents !== row.cents) await insertPartPrice(sql, sku, row);
}

/** Takes the shop's own part or price away; what ships stands again. Errors: AppError not-found. */
export async function removeOwnPart(context: ChangeTools, sku: string): Promise<void> {
  const shipped = context.tables.parts.find((part) => part.sku === sku);
  const stamp = { actor: await context.actor(), changedAt: context.now() };
  await transact(context.sql, async (tx) => {
    await reviseShopParts(tx);
    const own = (await ownParts(tx)).find((part) => part.sku === sku);
    if (!(await removeShopPart(tx, sku)))
      throw new AppError("not-found", `There is no part of your own with SKU ${sku}.`);
    const wasCents = own?.priceCents ?? null;
    await notePrice(tx, sku, { wasCents, cents: shipped?.priceCents ?? null, ...stamp });
  });
}

/** Writes one part of the shop's own, in the place of what was listed under its SKU. */
export async function keepOwnPart(context: ChangeTools, part: Part): Promise<void> {
  const stamp = { actor: await context.actor(), changedAt: context.now() };
  await transact(context.sql, async (tx) => {
    await reviseShopParts(tx);
    const listed = mergeParts(context.tables.parts, await ownParts(tx)).find(({ sku }) => sku === part.sku);
    await notePrice(tx, part.sku, {
      wasCents: listed?.priceCents ?? null,
      cents: part.priceCents,
      ...stamp,
    });
    await putShopPart(tx, part.sku, part);
  });
}

/** Makes a part a favourite, retires it, or neither. A retired part is planned with no more; what is built stays. */
export async function choosePart(
  { sql }: Pick<Context, "sql">,
  sku: string,
  choice: PartChoice | null,
): Promise<void> {
  await transact(sql, async (tx) => {
    await reviseShopParts(tx);
    await putPartChoice(tx, sku, choice);
  });
}
