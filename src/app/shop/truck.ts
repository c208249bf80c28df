/** The truck: what is on it, in which bin, and the least that should be there. */
import { parse } from "csv-parse/sync";
import { stringify } from "csv-stringify/sync";
import { readStock, replaceStock, reviseTruck, type StockRow, truckRevision } from "../../db/stock.ts";
import { transact } from "../../db/transact.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { SOMEBODY_ELSE } from "./setting.ts";
import { catalogueLines } from "./shop.ts";

type TruckTools = Pick<Context, "sql" | "tables">;

/** Most pieces of one part. */
const MOST_OF_ONE = 9999;
const MOST_BIN = 40;
/** Kinds of part a truck's list holds at most. */
const MOST_KINDS = 5000;

/** Returns what is on the truck, null when nobody has said, with the rows and the number of the last change of its list. */
export async function versionedStock({ sql }: Pick<Context, "sql">): Promise<{
  readonly stock: ReadonlyMap<string, number> | null;
  readonly rows: readonly StockRow[];
  readonly version: number;
}> {
  const rows = await readStock(sql);
  // A count below none says that the list was wrong: nothing is there.
  const stock = new Map(rows.map(({ sku, quantity }) => [sku, Math.max(0, quantity)]));
  return { stock: rows.length === 0 ? null : stock, rows, version: await truckRevision(sql) };
}

/** Returns what was last said to be on the truck; null: nobody has said. */
export async function truckStock(context: Pick<Context, "sql">): Promise<ReadonlyMap<string, number> | null> {
  return (await versionedStock(context)).stock;
}

export interface TruckLine extends StockRow {
  readonly name: string;
  readonly priceCents: number;
  /** Pieces missing to the least; 0: enough. */
  readonly short: number;
}

/** Returns the truck's list with names and prices, in its order; of a part that is listed no more only the SKU is told. */
export async function truckLines(
  tools: TruckTools,
  rows: readonly StockRow[],
): Promise<readonly TruckLine[]> {
  const bySku = new Map((await catalogueLines(tools)).map(({ part }) => [part.sku, part]));
  return rows.map((row) => ({
    ...row,
    name: bySku.get(row.sku)?.name ?? "not in the catalogue any more",
    priceCents: bySku.get(row.sku)?.priceCents ?? 0,
    short: Math.max(0, row.least - row.quantity),
  }));
}

const COLUMNS = ["sku", "quantity", "bin", "least"] as const;

/** Returns rows of the truck's list as a file that is read in again unchanged. */
export function truckCsv(rows: readonly StockRow[]): string {
  return stringify([...rows], { header: true, columns: [...COLUMNS] });
}

/** Returns the truck's list as a file that is read in again unchanged. */
export async function exportTruck({ sql }: Pick<Context, "sql">): Promise<string> {
  return truckCsv(await readStock(sql));
}

/** Returns what is below its least, to be bought, with today's prices; for a spreadsheet, what would run as a formula is marked as text. */
export async function exportRestock(tools: TruckTools, forSpreadsheet = false): Promise<string> {
  const lines = (await truckLines(tools, await readStock(tools.sql))).filter(({ short }) => short > 0);
  return stringify(
    lines.map(({ sku, name, bin, short, priceCents }) => ({
      sku,
      name,
      bin,
      buy: short,
      price: (priceCents / 100).toFixed(2),
      total: ((short * priceCents) / 100).toFixed(2),
    })),
    {
      header: true,
      columns: ["sku", "name", "bin", "buy", "price", "total"],
      escape_formulas: forSpreadsheet,
    },
  );
}

interface ReadLine {
  readonly row: StockRow;
  readonly fault: { readonly path: string; readonly message: string } | null;
}

function readCells(text: string): readonly (readonly string[])[] {
  const delimiter = text.includes("\t") ? "\t" : text.includes(";") ? ";" : ",";
  try {
    const cells: string[][] = parse(text, {
      delimiter,
      trim: true,
      relaxColumnCount: true,
      skipEmptyLines: true,
      bom: true,
    });
    return cells;
  } catch (cause) {
    throw new AppError("invalid", "The list cannot be read as CSV.", [], { cause });
  }
}

/** Reads one line: SKU, quantity and, where they are told, bin and least; what is not told stays as it was. */
function readLine(
  cells: readonly string[],
  at: number,
  skus: ReadonlySet<string>,
  before: ReadonlyMap<string, StockRow>,
): ReadLine {
  const [sku = "", count = "", bin, least] = cells;
  const row = {
    sku,
    quantity: Number(count),
    bin: bin ?? before.get(sku)?.bin ?? "",
    least: least === undefined || least === "" ? (before.get(sku)?.least ?? 0) : Number(least),
  };
  const isCount = (text: string) => /^\d{1,4}$/.test(text);
  const message = !skus.has(sku)
    ? `there is no part with SKU ${sku}`
    : !isCount(count) && !/^-\d{1,5}$/.test(count)
      ? `"${count}" is no quantity: write a whole number up to ${MOST_OF_ONE}`
      : least !== undefined && least !== "" && !isCount(least)
        ? `"${least}" is no least quantity: write a whole number up to ${MOST_OF_ONE}`
        : row.bin.length > MOST_BIN
          ? `the bin has more than ${MOST_BIN} letters`
          : null;
  return { row, fault: message === null ? null : { path: `line ${at}`, message } };
}

/**
 * Keeps the truck's list from lines "SKU,quantity,bin,least", of which bin and least may be left out; an empty text forgets
 * it. A SKU that stands twice is added up. Returns how many kinds are held.
 * Errors: AppError invalid, naming each line; stale when somebody has changed the list since the version `seen`; then nothing
 * is changed.
 */
export async function setTruckStock(tools: TruckTools, text: string, seen: number): Promise<number> {
  const [listed, { rows: kept }] = await Promise.all([catalogueLines(tools), versionedStock(tools)]);
  const skus = new Set([...listed.map(({ part }) => part.sku), ...kept.map(({ sku }) => sku)]);
  const before = new Map(kept.map((row) => [row.sku, row]));
  const read = readCells(text).flatMap((cells, at) =>
    at === 0 && /^sku$/i.test(cells[0] ?? "") ? [] : [readLine(cells, at + 1, skus, before)],
  );
  const faults = read.flatMap(({ fault }) => fault ?? []);
  const [first] = faults;
  if (first) throw new AppError("invalid", `Nothing was kept. ${first.path}: ${first.message}.`, faults);
  const rows = new Map<string, StockRow>();
  for (const { row } of read)
    rows.set(row.sku, { ...row, quantity: row.quantity + (rows.get(row.sku)?.quantity ?? 0) });
  if (rows.size > MOST_KINDS)
    throw new AppError("invalid", `A truck's list holds ${MOST_KINDS} kinds at most.`);
  await transact(tools.sql, async (tx) => {
    if (!(await reviseTruck(tx, seen))) throw new AppError("stale", SOMEBODY_ELSE);
    await replaceStock(tx, [...rows.values()]);
  });
  return rows.size;
}
