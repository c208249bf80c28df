import { useState } from "react";
import type { Sample } from "../../core/hold/index.ts";
import { rangeText } from "../../labels/display.ts";
import { DataTable } from "../../ui/data-table.tsx";
import { Field, SelectField } from "../../ui/field.tsx";
import { Notice } from "../../ui/notice.tsx";
import {
  guessMapping,
  type Mapping,
  PRESSURE_UNITS,
  readLog,
  readTable,
  type Table,
  TEMP_UNITS,
  TIME_UNITS,
} from "./logger-csv.ts";

const SHOWN_ROWS = 5;

function ColumnSelect({
  label,
  value,
  options,
  onPick,
}: {
  readonly label: string;
  readonly value: string;
  readonly options: readonly (readonly [string, string])[];
  readonly onPick: (value: string) => void;
}) {
  return <SelectField label={label} options={options} value={value} onChange={onPick} />;
}

function Preview({ table }: { readonly table: Table }) {
  return (
    <section aria-label="First rows of the file">
      <DataTable
        className="figure mt-2 table-fixed wrap-anywhere text-tiny"
        columns={table.header.map((label) => ({ label }))}
      >
        {table.rows.slice(0, SHOWN_ROWS).map((row) => (
          <tr key={row.join("\t")}>
            {row.map((cell, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: cells stand under their columns.
              <td key={at}>{cell}</td>
            ))}
          </tr>
        ))}
      </DataTable>
    </section>
  );
}

/** A logger's file: which column is what, in which unit; a preview; every bad row named; taken in whole or not at all. */
export function LoggerImport({
  onRead,
}: {
  /** `isSimulated`: the file says that its readings are. */
  readonly onRead: (samples: readonly Sample[], isSimulated: boolean) => void;
}) {
  const [table, setTable] = useState<Table | null>(null);
  const [mapping, setMapping] = useState<Mapping | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const open = async (file: File) => {
    try {
      const read = readTable(await file.text());
      setTable(read);
      setMapping(guessMapping(read));
      setTrouble(null);
    } catch (error) {
      setTable(null);
      setTrouble(error instanceof Error ? error.message : "That file is no CSV.");
    }
  };
  const log = table && mapping ? readLog(table, mapping) : null;
  const columns = (table?.header ?? []).map((name, at) => [String(at), name] as const);
  const units = (all: readonly string[]) => all.map((each) => [each, each] as const);
  const change = (next: Partial<Mapping>) => setMapping((now) => now && { ...now, ...next });
  return (
    <div>
      <Field label="Logger's file (CSV with a line of names)">
        <input
          className="field"
          type="file"
          accept=".csv,text/csv,text/plain"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) void open(file);
          }}
        />
      </Field>
      {trouble && <p className="fault mt-1">{trouble}</p>}
      {table && mapping && log && (
        <>
          <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-3">
            <ColumnSelect
              label="Time"
              value={String(mapping.time)}
              options={columns}
              onPick={(at) => change({ time: Number(at) })}
            />
            <ColumnSelect
              label="Time in"
              value={mapping.timeUnit}
              options={TIME_UNITS.map((each) => [each, each === "clock" ? "clock or date" : each])}
              onPick={(unit) => change({ timeUnit: TIME_UNITS.find((each) => each === unit) ?? "s" })}
            />
            <ColumnSelect
              label="Pressure"
              value={String(mapping.pressure)}
              options={columns}
              onPick={(at) => change({ pressure: Number(at) })}
            />
            <ColumnSelect
              label="Pressure in"
              value={mapping.pressureUnit}
              options={units(PRESSURE_UNITS)}
              onPick={(unit) =>
                change({ pressureUnit: PRESSURE_UNITS.find((each) => each === unit) ?? "psi" })
              }
            />
            <ColumnSelect
              label="Temperature"
              value={mapping.temp === null ? "" : String(mapping.temp)}
              options={[["", "none"], ...columns]}
              onPick={(at) => change({ temp: at === "" ? null : Number(at) })}
            />
            {mapping.temp !== null && (
              <ColumnSelect
                label="Temperature in"
                value={mapping.tempUnit}
                options={units(TEMP_UNITS)}
                onPick={(unit) => change({ tempUnit: unit === "C" ? "C" : "F" })}
              />
            )}
          </div>
          <Preview table={table} />
          {table.isSimulated && (
            <p className="mt-2 text-work-ink">This file says that its readings are simulated.</p>
          )}
          {log.notices.map((notice) => (
            <Notice tone="work" key={notice} className="mt-2">
              {notice}
            </Notice>
          ))}
          {log.faults.length > 0 ? (
            <div role="alert" className="mt-2 notice notice-wet">
              <p>Nothing was taken in. Put these right, or choose other columns:</p>
              <ul>
                {log.faults.map((fault) => (
                  <li key={fault}>{fault}</li>
                ))}
              </ul>
            </div>
          ) : (
            <p className="mt-2 flex flex-wrap items-center gap-3">
              <button
                type="button"
                className="button button-main"
                onClick={() => onRead(log.samples, table.isSimulated)}
              >
                Take in {log.samples.length} readings
              </button>
              <span className="text-quiet">
                <span className="figure">{((log.samples.at(-1)?.t ?? 0) / 60).toFixed(1)} min</span>,{" "}
                <span className="figure">
                  {rangeText(log.samples[0]?.psi ?? 0, log.samples.at(-1)?.psi ?? 0, "psi", 1)}
                </span>
              </span>
            </p>
          )}
        </>
      )}
    </div>
  );
}
