/** The CSV columns of data/ as the shapes the schema checks. Numbers that are none stay text, so that the schema names them. */
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { parse } from "csv-parse/sync";
import { partFromRow } from "../../src/schema/catalogue-csv.ts";
import { stepFromRow } from "../../src/schema/step-csv.ts";

type Row = Readonly<Record<string, string>>;

const text = (value: string | undefined) => (value === undefined || value === "" ? null : value);
const list = (value: string | undefined) => (value ? value.split(";").map((item) => item.trim()) : []);
const isPlainNumber = (value: string) => /^-?\d+(\.\d+)?$/.test(value);
const number = (value: string | undefined) => {
  if (value === undefined || value === "") return null;
  return isPlainNumber(value) ? Number(value) : value;
};
const flag = (value: string | undefined) => (value === "yes" ? true : value === "no" ? false : value);

/** Two columns as a range; null when the first is empty. */
function range(row: Row, low: string, high: string) {
  return row[low] ? { low: number(row[low]), high: number(row[high]) } : null;
}

function estimate(row: Row, low: string, likely: string, high: string) {
  return { low: number(row[low]), likely: number(row[likely]), high: number(row[high]) };
}

const MM_PER_IN = 25.4;

/** A length in inches from whichever of the two columns is filled. */
function inches(row: Row, column: string) {
  if (row[`${column}_in`]) return number(row[`${column}_in`]);
  const mm = number(row[`${column}_mm`]);
  return typeof mm === "number" ? mm / MM_PER_IN : mm;
}

function pitch(row: Row) {
  const tpi = number(row["tpi"]);
  return typeof tpi === "number" ? 1 / tpi : inches(row, "pitch");
}

/** Tolerances and crest limits stand in the row only for the systems that tabulate them. */
function tabulated(row: Row) {
  const maleMajor = range(row, "male_major_low_in", "male_major_high_in");
  return maleMajor && { maleMajor, femaleMinor: range(row, "female_minor_low_in", "female_minor_high_in") };
}

const readers = {
  ends: (row: Row) => ({
    code: row["code"],
    form: row["form"],
    family: row["family"],
    size: row["size"],
    fitSize: row["fit_size"],
    gender: text(row["gender"]),
    swivel: flag(row["swivel"]),
    name: row["name"],
    thread: text(row["thread"]),
    standard: text(row["standard"]),
    readAcross: row["read_across"],
    readsIn: range(row, "reads_low_in", "reads_high_in"),
    outsideIn: number(row["outside_in"]),
    boreIn: number(row["bore_in"]),
    material: text(row["material"]),
    wrenches: list(row["wrenches"]),
    confidence: row["confidence"],
  }),
  threads: (row: Row) => ({
    id: row["id"],
    designation: row["designation"],
    system: row["system"],
    flankDeg: number(row["flank_deg"]),
    pitchIn: pitch(row),
    majorIn: inches(row, "major"),
    engagement: text(row["engagement"]),
    gaugeIn: inches(row, "gauge"),
    toleranceIn: row["major_tolerance_mm"]
      ? {
          major: inches(row, "major_tolerance"),
          pitch: inches(row, "pitch_tolerance"),
          minor: inches(row, "minor_tolerance"),
        }
      : null,
    mouldedIn: number(row["moulded_in"]) ?? 0,
    tabulatedIn: tabulated(row),
    usableIn: { male: number(row["usable_male_in"]), female: number(row["usable_female_in"]) },
    rarity: row["rarity"],
    standard: row["standard"],
    confidence: { thread: row["thread_confidence"], limits: row["limits_confidence"] },
  }),
  meetings: (row: Row) => ({ ...row, harms: flag(row["harms"]), advice: text(row["advice"]) }),
  seats: (row: Row) => ({
    ...row,
    gender: text(row["gender"]),
    chance: number(row["chance"]),
    note: text(row["note"]),
  }),
  places: (row: Row) => ({ ...row, weight: number(row["weight"]) }),
  instruments: (row: Row) => ({
    code: row["code"],
    label: row["label"],
    halfWidthIn: number(row["half_width_in"]),
    note: row["note"],
  }),
  matings: (row: Row) => ({
    id: row["id"],
    a: { family: row["a_family"], gender: text(row["a_gender"]) },
    b: { family: row["b_family"], gender: text(row["b_gender"]) },
    bMaterials: list(row["b_materials"]),
    type: row["type"],
    needsKit: row["pieces"] === "kit",
    note: text(row["note"]),
  }),
  joints: (row: Row) => ({
    id: row["id"],
    type: row["type"],
    label: row["label"],
    whenSize: text(row["when_size"]),
    whenPlastic: text(row["when_plastic"]),
    turns: row["turns_min"]
      ? { min: number(row["turns_min"]), max: number(row["turns_max"]), hardMax: number(row["hard_max"]) }
      : null,
    handOnly: flag(row["hand_only"]),
    sealant: row["sealant"],
    maySnug: flag(row["snug"]),
    sealsOn: row["seals_on"],
    pieces: list(row["pieces"]),
    lookFirst: list(row["look_first"]),
    prepare: list(row["prepare"]),
    remake: row["remake"],
    reason: row["reason"],
  }),
  parts: partFromRow,
  fixtures: (row: Row) => ({
    fixture: row["fixture"],
    label: row["label"],
    drinking: flag(row["drinking"]),
    solenoid: flag(row["solenoid"]),
    unattended: flag(row["unattended"]),
    suggestsBackflow: flag(row["suggests_backflow"]),
    mixing: flag(row["mixing"]),
    power: row["power"],
    heavy: flag(row["heavy"]),
    isBuiltIn: flag(row["built_in"]),
    flowGpm: number(row["flow_gpm"]),
    leastPsi: number(row["least_psi"]),
    leastBoreIn: number(row["least_bore_in"]),
    lengthKinds: list(row["lengths"]),
    hazard: row["hazard"],
    hasHoseOutlet: flag(row["hose_outlet"]),
    isFixtureEndFirst: flag(row["fixture_end_first"]),
    like: row["like"] === "" ? null : row["like"],
  }),
  schools: (row: Row) => ({
    key: row["key"],
    choice: row["choice"],
    label: row["label"],
    isDefault: flag(row["is_default"]),
    reason: row["reason"],
  }),
  judgements: (row: Row) => ({ ...row }),
  tools: (row: Row) => ({
    id: row["id"],
    kind: row["kind"],
    label: row["label"],
    joints: list(row["joints"]),
    sealants: list(row["sealants"]),
    ends: list(row["ends"]),
    reason: row["reason"],
  }),
  insertions: (row: Row) => ({
    id: row["id"],
    label: row["label"],
    joint: row["joint"],
    size: text(row["size"]),
    depthIn: range(row, "low_in", "high_in"),
    note: row["note"],
  }),
  losses: (row: Row) => ({
    kind: row["kind"],
    k: estimate(row, "k_low", "k", "k_high"),
    note: text(row["note"]),
  }),
  preferences: (row: Row) => ({
    id: row["id"],
    kind: row["kind"],
    material: text(row["material"]),
    shape: text(row["shape"]),
    looks: text(row["looks"]),
    narrows: flag(row["narrows"]),
    isCloseToPipe: flag(row["close_to_pipe"]),
    faults: number(row["faults"]),
    reason: row["reason"],
  }),
  roughness: (row: Row) => ({
    material: row["material"],
    mm: estimate(row, "low_mm", "likely_mm", "high_mm"),
    note: text(row["note"]),
  }),
  pipeSizes: (row: Row) => ({
    code: row["code"],
    label: row["label"],
    material: row["material"],
    boreIn: number(row["bore_in"]),
    wallIn: number(row["wall_in"]),
  }),
  waveSpeeds: (row: Row) => ({
    material: row["material"],
    modulusKsi: row["modulus_ksi"]
      ? estimate(row, "modulus_low_ksi", "modulus_ksi", "modulus_high_ksi")
      : null,
    speedFtS: row["speed_ft_s"] ? estimate(row, "speed_low_ft_s", "speed_ft_s", "speed_high_ft_s") : null,
    note: text(row["note"]),
  }),
  inletValves: (row: Row) => ({
    fixture: row["fixture"],
    valve: row["valve"],
    closureMs: estimate(row, "low_ms", "likely_ms", "high_ms"),
    units: number(row["units"]),
    fillGal: number(row["fill_gal"]),
    note: text(row["note"]),
  }),
  arrestorSizes: (row: Row) => ({
    size: row["size"],
    units: { from: number(row["units_from"]), until: number(row["units_until"]) },
    gasIn3: number(row["gas_in3"]),
    prechargePsi: number(row["precharge_psi"]),
    bodyIn: number(row["body_in"]),
    note: text(row["note"]),
  }),
  presets: (row: Row) => ({
    id: row["id"],
    group: row["group"],
    label: row["label"],
    fixture: row["fixture"],
    water: row["water"],
    inletEnd: row["inlet_end"],
    inletPlastic: flag(row["inlet_plastic"]),
    supplyEnd: row["supply_end"],
    supplyKind: row["supply_kind"],
    keptLineInlet: text(row["kept_line_inlet"]),
    lengthIn: { min: number(row["length_min"]), max: number(row["length_max"]) },
    lineKind: text(row["line_kind"]),
    inletAboveSupply: flag(row["inlet_above_supply"]),
    wantsPsi: { min: number(row["psi_min"]), max: number(row["psi_max"]) },
    purge: row["purge"],
    exercise: row["exercise"],
    placeBack: row["place_back"],
    checkpoints: list(row["checkpoints"]),
    why: row["why"],
  }),
  checkpoints: (row: Row) => ({
    id: row["id"],
    label: row["label"],
    look: row["look"],
    makeUp: row["make_up"],
    remedies: list(row["remedies"]),
  }),
  moves: (row: Row) => ({
    fixture: row["fixture"],
    out: row["out"],
    drainOff: text(row["drain_off"]),
    makeSafe: text(row["make_safe"]),
    in: row["in"],
    level: text(row["level"]),
    fasten: text(row["fasten"]),
    runsInPlace: flag(row["runs_in_place"]),
    reason: row["reason"],
  }),
  demands: (row: Row) => ({
    fixture: row["fixture"],
    waters: row["waters"],
    isInWall: flag(row["in_wall"]),
    isStopExempt: flag(row["stop_exempt"]),
    isHoseOnly: flag(row["hose_only"]),
    hardPipeWithinIn: number(row["hard_pipe_within_in"]),
    reason: row["reason"],
  }),
  outlets: (row: Row) => ({
    end: row["end"],
    kinds: list(row["kinds"]),
    boreIn: {
      low: number(row["bore_low_in"]),
      likely: number(row["bore_in"]),
      high: number(row["bore_high_in"]),
    },
    reason: row["reason"],
  }),
  ladders: (row: Row) => ({
    id: row["id"],
    label: row["label"],
    role: row["role"],
    rungs: list(row["rungs"]),
    stopWhen: row["stop_when"],
  }),
  stages: (row: Row) => ({
    code: row["code"],
    label: row["label"],
    scope: row["scope"],
    watchMin: number(row["watch_min"]),
    required: flag(row["required"]),
    method: row["method"],
    sees: row["sees"],
    blindTo: row["blind_to"],
  }),
  steps: stepFromRow,
  cautions: (row: Row) => ({ ...row }),
  partWords: (row: Row) => ({
    words: row["words"],
    means: (row["means"] ?? "").split("|").map((way) => way.split(" ")),
  }),
  endWords: (row: Row) => ({ ...row }),
  templates: (row: Row) => ({ id: row["id"], label: row["label"], groups: list(row["groups"]) }),
  upkeep: (row: Row) => ({
    code: row["code"],
    label: row["label"],
    months: number(row["months"]),
    warnMonths: number(row["warn_months"]),
    reason: row["reason"],
  }),
} as const;

const FILES: Readonly<Partial<Record<keyof typeof readers, string>>> = {
  parts: "catalogue.csv",
  partWords: "part-words.csv",
  endWords: "end-words.csv",
  pipeSizes: "pipe-sizes.csv",
  waveSpeeds: "wave-speeds.csv",
  inletValves: "inlet-valves.csv",
  arrestorSizes: "arrestor-sizes.csv",
};

/** Every table of the folder in its unchecked shape. Errors: csv-parse's own, with line and column. */
export function readTables(folder: string): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(readers).map(([name, reader]) => {
      const file = FILES[name as keyof typeof readers] ?? `${name}.csv`;
      const rows: Row[] = parse(readFileSync(join(folder, file), "utf8"), {
        columns: true,
        skip_empty_lines: true,
      });
      return [name, rows.map((row): unknown => reader(row))];
    }),
  );
}
