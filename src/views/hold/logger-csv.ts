/** A logger's CSV file as readings: columns chosen, units turned into ours, every bad row named, nothing taken in by halves. Pure. */

import { parse } from "csv-parse/browser/esm/sync";
import type { Sample } from "../../core/hold/index.ts";
import { F_OF, PSI_OF } from "../../core/units/index.ts";

export const TIME_UNITS = ["s", "min", "h", "clock"] as const;
export const PRESSURE_UNITS = ["psi", "bar", "kPa"] as const;
export const TEMP_UNITS = ["F", "C"] as const;

export interface Mapping {
  readonly time: number;
  /** "clock": an instant (ISO 8601) or hh:mm:ss; the first row is nought. */
  readonly timeUnit: (typeof TIME_UNITS)[number];
  readonly pressure: number;
  readonly pressureUnit: (typeof PRESSURE_UNITS)[number];
  /** Null: none was logged. */
  readonly temp: number | null;
  readonly tempUnit: (typeof TEMP_UNITS)[number];
}

export interface Table {
  readonly header: readonly string[];
  /** A comment of the file says that its readings are simulated. */
  readonly isSimulated: boolean;
  readonly rows: readonly (readonly string[])[];
}

const SECONDS_PER = { s: 1, min: 60, h: 3600 } as const;
const MOST_FAULTS = 20;

/** Errors: Error in words when it is no CSV with a header and rows. */
export function readTable(text: string): Table {
  const first = text.split("\n").find((line) => line.trim() !== "" && !line.startsWith("#")) ?? "";
  const delimiter = [";", "\t", ","].find((each) => first.includes(each)) ?? ",";
  const all: string[][] = parse(text, {
    bom: true,
    delimiter,
    skip_empty_lines: true,
    trim: true,
    comment: "#",
  });
  const [header, ...rows] = all;
  if (!header || header.length < 2 || rows.length === 0)
    throw new Error("The file needs a line with the columns' names and rows below it.");
  const isSimulated = text.split("\n").some((line) => line.startsWith("#") && /simulated/i.test(line));
  return { header, rows, isSimulated };
}

/** The mapping its header suggests. */
export function guessMapping({ header }: Table): Mapping {
  const find = (words: RegExp) => header.findIndex((name) => words.test(name));
  const time = Math.max(0, find(/time|^t\b|^t_|sec|min|date|clock/i));
  const pressure = find(/press|psi|bar|kpa|gauge/i);
  const temp = find(/temp|°|deg|_f\b|_c\b/i);
  const named = (at: number, words: RegExp) => words.test(header[at] ?? "");
  return {
    time,
    timeUnit: named(time, /min/i)
      ? "min"
      : named(time, /date|clock|stamp/i)
        ? "clock"
        : named(time, /hour|_h\b/i)
          ? "h"
          : "s",
    pressure: pressure >= 0 ? pressure : Math.min(1, header.length - 1),
    pressureUnit: named(pressure, /kpa/i) ? "kPa" : named(pressure, /bar/i) ? "bar" : "psi",
    temp: temp >= 0 && temp !== pressure && temp !== time ? temp : null,
    tempUnit: named(temp, /_c\b|°C|celsius|\(C\)/i) ? "C" : "F",
  };
}

function numberIn(cell: string | undefined): number | null {
  const clean = (cell ?? "").replace(",", ".");
  return /^-?\d+(\.\d+)?([eE][-+]?\d+)?$/.test(clean) ? Number(clean) : null;
}

function secondsIn(cell: string | undefined, unit: Mapping["timeUnit"]): number | null {
  if (unit !== "clock") {
    const value = numberIn(cell);
    return value === null ? null : value * SECONDS_PER[unit];
  }
  const clock = /^(\d{1,3}):(\d{2})(?::(\d{2}(?:\.\d+)?))?$/.exec(cell ?? "");
  if (clock) return Number(clock[1]) * 3600 + Number(clock[2]) * 60 + Number(clock[3] ?? 0);
  const instant = Date.parse(cell ?? "");
  return Number.isNaN(instant) ? null : instant / 1000;
}

export interface ReadLog {
  readonly samples: readonly Sample[];
  /** Empty when all of it is taken in. */
  readonly faults: readonly string[];
  /** What was put right on the way, and may be wrong. */
  readonly notices: readonly string[];
}

const SEC_PER_DAY = 86_400;
/** A clock that was set back and not merely read late: at least so far, s. */
const LEAST_JUMP_SEC = 30;
/** A file whose clock was set more often is no log of one test. */
const MOST_JUMPS = 2;
/** How far back the usual pause between two readings is taken from. */
const PAUSES = 9;

const durationText = (seconds: number): string =>
  seconds >= 90 ? `${Math.round(seconds / 60)} min` : `${Math.round(seconds)} s`;

/** The usual pause between the last readings, s: their middle one. */
function usualPause(samples: readonly Sample[]): number {
  const last = samples.slice(-PAUSES);
  const pauses = last.slice(1).map(({ t }, at) => t - (last[at]?.t ?? t));
  return pauses.toSorted((a, b) => a - b)[pauses.length >> 1] ?? 0;
}

/** Times of a log made to run on: past midnight, and past a clock that was set back. */
class RunningClock {
  readonly notices: string[] = [];
  #addedSec = 0;
  readonly #isTimeOfDay: boolean;

  constructor(isTimeOfDay: boolean) {
    this.#isTimeOfDay = isTimeOfDay;
  }

  /** Returns the time of a row, s since the first; null: it is not later than the row before and no clock explains that. */
  timeOf(seconds: number, samples: readonly Sample[], line: number): number | null {
    const t = Number((seconds + this.#addedSec).toFixed(3));
    const before = samples.at(-1)?.t;
    if (before === undefined || t > before) return t;
    const back = before - t;
    const pause = usualPause(samples);
    if (this.#isTimeOfDay && back > SEC_PER_DAY / 2) {
      this.#addedSec += SEC_PER_DAY;
      return Number((seconds + this.#addedSec).toFixed(3));
    }
    if (back < Math.max(LEAST_JUMP_SEC, 3 * pause) || pause <= 0 || this.notices.length >= MOST_JUMPS)
      return null;
    this.#addedSec += back + pause;
    this.notices.push(
      `Line ${line}: the logger's clock went back by ${durationText(back)}. The readings from there on are placed as if the logger had gone on at its usual rate: look whether that is so.`,
    );
    return Number((seconds + this.#addedSec).toFixed(3));
  }
}

/** The file's readings, or the rows that are wrong; a file with one bad row gives none. */
export function readLog({ rows }: Table, mapping: Mapping): ReadLog {
  const faults: string[] = [];
  const samples: Sample[] = [];
  const start = secondsIn(rows[0]?.[mapping.time], mapping.timeUnit) ?? 0;
  const clock = new RunningClock(
    mapping.timeUnit === "clock" && rows.every((row) => /^\d{1,2}:/.test(row[mapping.time] ?? "")),
  );
  for (const [at, row] of rows.entries()) {
    const fault = (what: string) => faults.push(`Line ${at + 2}: ${what}.`);
    const seconds = secondsIn(row[mapping.time], mapping.timeUnit);
    const pressure = numberIn(row[mapping.pressure]);
    const temp = mapping.temp === null ? null : numberIn(row[mapping.temp]);
    if (seconds === null) fault(`"${row[mapping.time] ?? ""}" is no time`);
    else if (pressure === null) fault(`"${row[mapping.pressure] ?? ""}" is no pressure`);
    else if (mapping.temp !== null && temp === null && (row[mapping.temp] ?? "") !== "")
      fault(`"${row[mapping.temp]}" is no temperature`);
    else {
      const t = clock.timeOf(seconds - start, samples, at + 2);
      if (t === null) fault("is not later than the line before it");
      else {
        const psi = Number(Math.max(0, PSI_OF[mapping.pressureUnit](pressure)).toFixed(4));
        const tempF = temp === null ? null : Number(F_OF[mapping.tempUnit](temp).toFixed(3));
        samples.push(tempF === null ? { t, psi } : { t, psi, tempF });
      }
    }
  }
  return {
    samples: faults.length > 0 ? [] : samples,
    faults: faults.slice(0, MOST_FAULTS),
    notices: clock.notices,
  };
}
