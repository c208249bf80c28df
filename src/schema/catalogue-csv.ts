/** The catalogue as an open CSV file: read row by row, written back the same, byte for byte. */
import { parse } from "csv-parse/sync";
import { stringify } from "csv-stringify/sync";
import type { EndTable } from "../core/end/index.ts";
import { fewestPorts, type Part, type Port } from "../core/part/index.ts";
import { partSchema } from "./part.ts";

type Row = Readonly<Record<string, string>>;

const PORT_IDS = ["a", "b", "c"] as const;
const HOT_COLUMNS: readonly string[] = ["rated_psi_hot", "rated_f_hot"];
const KIND_COLUMNS: readonly string[] = [
  "service",
  "hazard",
  "constant_pressure",
  "last_before_outlet",
  "union_seal",
  "flats",
];
/** Columns that files of earlier versions do not have: they may be left out. */
const LATER_COLUMNS: readonly string[] = ["pack", ...HOT_COLUMNS, ...KIND_COLUMNS];
export const CATALOGUE_COLUMNS: readonly string[] = [
  "sku",
  "kind",
  "name",
  "price_cents",
  "pack",
  "material",
  "length_in",
  "cut_to_length",
  "min_bend_radius_in",
  "cuff_in",
  "rated_psi",
  "rated_f",
  ...HOT_COLUMNS,
  "lead_free",
  "one_way",
  "contents",
  "functions",
  "joins",
  ...KIND_COLUMNS,
  ...PORT_IDS.flatMap((id) => [`${id}_end`, `${id}_at`, `${id}_out`, `${id}_bore_in`, `${id}_plastic`]),
];

/** Column a field of a part stands in, for messages. */
const COLUMN_OF: Readonly<Record<string, string>> = {
  priceCents: "price_cents",
  lengthIn: "length_in",
  cutToLength: "cut_to_length",
  minBendRadiusIn: "min_bend_radius_in",
  cuffIn: "cuff_in",
  ratedPsi: "rated_psi",
  ratedF: "rated_f",
  ratedHot: "rated_psi_hot",
  backflow: "hazard",
  unionSeal: "union_seal",
  leadFree: "lead_free",
  oneWay: "one_way",
  at: "at",
  direction: "out",
  boreIn: "bore_in",
};

const DIRECTIONS: Readonly<Record<string, readonly number[]>> = {
  "+x": [1, 0, 0],
  "-x": [-1, 0, 0],
  "+y": [0, 1, 0],
  "-y": [0, -1, 0],
  "+z": [0, 0, 1],
  "-z": [0, 0, -1],
};

const list = (value: string | undefined) => (value ? value.split(";").map((item) => item.trim()) : []);
const flag = (value: string | undefined) => (value === "yes" ? true : value === "no" ? false : value);
/** Numbers that are none stay text, so that the schema names them. */
const number = (value: string | undefined) => {
  if (value === undefined || value === "") return null;
  return /^-?\d+(\.\d+)?$/.test(value) ? Number(value) : value;
};

function portsOf(row: Row) {
  return PORT_IDS.flatMap((id) => {
    const end = row[`${id}_end`];
    if (!end) return [];
    return [
      {
        id,
        end,
        at: (row[`${id}_at`] ?? "").split(" ").map(number),
        direction: DIRECTIONS[row[`${id}_out`] ?? ""] ?? row[`${id}_out`],
        boreIn: number(row[`${id}_bore_in`]),
        plastic: flag(row[`${id}_plastic`]),
      },
    ];
  });
}

const orNull = (value: string | undefined) => (value ? value : null);

/** The second rating point; null where neither figure stands. */
function ratedHotOf(row: Row) {
  const [psi, f] = [number(row["rated_psi_hot"]), number(row["rated_f_hot"])];
  return psi === null && f === null ? null : { psi, f };
}

/** What kind of backflow device a row is; null where no hazard stands. */
function backflowOf(row: Row) {
  if (!row["hazard"]) return null;
  return {
    hazard: row["hazard"],
    takesConstantPressure: flag(row["constant_pressure"]),
    isLast: flag(row["last_before_outlet"]),
  };
}

/** Returns a row of the file in the unchecked shape of a part. */
export function partFromRow(row: Row): unknown {
  return {
    sku: row["sku"],
    kind: row["kind"],
    name: row["name"],
    priceCents: number(row["price_cents"]),
    // Files from before packs were told have no such column.
    pack: number(row["pack"] || "1"),
    material: row["material"],
    lengthIn: number(row["length_in"]),
    cutToLength: flag(row["cut_to_length"]),
    minBendRadiusIn: number(row["min_bend_radius_in"]),
    cuffIn: number(row["cuff_in"]),
    ratedPsi: number(row["rated_psi"]),
    ratedF: number(row["rated_f"]),
    ratedHot: ratedHotOf(row),
    service: orNull(row["service"]),
    backflow: backflowOf(row),
    unionSeal: orNull(row["union_seal"]),
    flats: list(row["flats"]),
    leadFree: flag(row["lead_free"]),
    oneWay: flag(row["one_way"]),
    contents: list(row["contents"]),
    functions: list(row["functions"]),
    joins: row["joins"] ? row["joins"].split("|") : null,
    ports: portsOf(row),
  };
}

const yesNo = (value: boolean) => (value ? "yes" : "no");
const figure = (value: number | null) => (value === null ? "" : String(value));

function wayOut({ direction }: Port): string {
  return Object.keys(DIRECTIONS).find((name) => DIRECTIONS[name]?.join() === direction.join()) ?? "";
}

function rowOfPort(id: string, port: Port | undefined): readonly (readonly [string, string])[] {
  return [
    [`${id}_end`, port?.end ?? ""],
    [`${id}_at`, port?.at.join(" ") ?? ""],
    [`${id}_out`, port ? wayOut(port) : ""],
    [`${id}_bore_in`, figure(port?.boreIn ?? null)],
    [`${id}_plastic`, port ? yesNo(port.plastic) : ""],
  ];
}

function rowFromPart(part: Part): Row {
  return Object.fromEntries([
    ["sku", part.sku],
    ["kind", part.kind],
    ["name", part.name],
    ["price_cents", String(part.priceCents)],
    ["pack", String(part.pack)],
    ["material", part.material],
    ["length_in", figure(part.lengthIn)],
    ["cut_to_length", yesNo(part.cutToLength)],
    ["min_bend_radius_in", figure(part.minBendRadiusIn)],
    ["cuff_in", figure(part.cuffIn)],
    ["rated_psi", String(part.ratedPsi)],
    ["rated_f", String(part.ratedF)],
    ["rated_psi_hot", figure(part.ratedHot?.psi ?? null)],
    ["rated_f_hot", figure(part.ratedHot?.f ?? null)],
    ["lead_free", yesNo(part.leadFree)],
    ["one_way", yesNo(part.oneWay)],
    ["contents", part.contents.join(";")],
    ["functions", part.functions.join(";")],
    ["joins", part.joins?.join("|") ?? ""],
    ["service", part.service ?? ""],
    ["hazard", part.backflow?.hazard ?? ""],
    ["constant_pressure", part.backflow ? yesNo(part.backflow.takesConstantPressure) : ""],
    ["last_before_outlet", part.backflow ? yesNo(part.backflow.isLast) : ""],
    ["union_seal", part.unionSeal ?? ""],
    ["flats", part.flats.join(";")],
    ...PORT_IDS.flatMap((id) =>
      rowOfPort(
        id,
        part.ports.find((port) => port.id === id),
      ),
    ),
  ]);
}

/** Returns the canonical file: LF, quotes only where needed, sorted by SKU. */
export function writeCatalogue(parts: readonly Part[], forSpreadsheet = false): string {
  const rows = [...parts].sort((a, b) => (a.sku < b.sku ? -1 : 1)).map(rowFromPart);
  return stringify(rows, {
    header: true,
    columns: [...CATALOGUE_COLUMNS],
    record_delimiter: "unix",
    escape_formulas: forSpreadsheet,
  });
}

/** A row that cannot be taken, by its line in the file. */
export interface RowFault {
  readonly line: number;
  readonly sku: string;
  readonly column: string;
  readonly message: string;
}

export interface ReadCatalogue {
  readonly parts: readonly Part[];
  readonly faults: readonly RowFault[];
}

function columnOf(path: readonly PropertyKey[], row: Row): string {
  const [head, index, field] = path.map(String);
  if (head === "ports" && field !== undefined) {
    const id = portsOf(row)[Number(index)]?.id ?? "";
    return `${id}_${COLUMN_OF[field] ?? field}`;
  }
  return COLUMN_OF[head ?? ""] ?? head ?? "";
}

/** What no single column shows: ends nobody lists, too few ports, a SKU that stands twice. */
function togetherFaults(
  part: Part,
  ends: EndTable,
  isRepeated: boolean,
): readonly (readonly [string, string])[] {
  const codes = [
    ...part.ports.map((port) => [`${port.id}_end`, port.end] as const),
    ...(part.joins ?? []).map((code) => ["joins", code] as const),
  ];
  return [
    ...codes
      .filter(([, code]) => !ends.has(code))
      .map(([column, code]) => [column, `there is no end ${code} in the table of ends`] as const),
    ...(part.joins === null && part.ports.length < fewestPorts(part.kind)
      ? ([["a_end", "a part needs two ports, or the two ends it joins"]] as const)
      : []),
    ...(isRepeated ? ([["sku", "stands twice in the file"]] as const) : []),
  ];
}

/**
 * Reads a catalogue file. Rows that are right come as parts, the others as faults with line, SKU and column.
 * Errors: none; a file that is no CSV or lacks columns is one fault at line 1.
 */
export function readCatalogue(text: string, ends: EndTable): ReadCatalogue {
  let records: { record: Row; info: { lines: number } }[];
  try {
    records = parse(text, { columns: true, skip_empty_lines: true, bom: true, trim: true, info: true });
  } catch (error) {
    const message = error instanceof Error ? error.message : "not a CSV file";
    return { parts: [], faults: [{ line: 1, sku: "", column: "", message }] };
  }
  const missing = CATALOGUE_COLUMNS.filter(
    (column) => !LATER_COLUMNS.includes(column) && !(column in (records[0]?.record ?? {})),
  );
  if (missing.length > 0)
    return {
      parts: [],
      faults: [
        {
          line: 1,
          sku: "",
          column: missing.join(", "),
          message: "columns are missing, or the file has no rows",
        },
      ],
    };
  const parts: Part[] = [];
  const faults: RowFault[] = [];
  const seen = new Set<string>();
  for (const { record, info } of records) {
    const at = { line: info.lines, sku: record["sku"] ?? "" };
    const parsed = partSchema.safeParse(partFromRow(record));
    if (!parsed.success) {
      for (const issue of parsed.error.issues)
        faults.push({ ...at, column: columnOf(issue.path, record), message: issue.message });
      continue;
    }
    const wrong = togetherFaults(parsed.data, ends, seen.has(parsed.data.sku));
    seen.add(parsed.data.sku);
    for (const [column, message] of wrong) faults.push({ ...at, column, message });
    if (wrong.length === 0) parts.push(parsed.data);
  }
  return { parts, faults };
}
