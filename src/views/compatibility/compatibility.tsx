import { useMemo, useState } from "react";
import { LETTER_WORDS } from "../../labels/compatibility.ts";
import { CheckboxField, SelectField } from "../fields.tsx";
import { ANY, type Cell, type Filter, type GridEnd, type Letter, meetingsOf, shownBy } from "./grid-model.ts";
import { JointPanel } from "./joint-card.tsx";
import { Matrix } from "./matrix.tsx";

interface FitsWhatProps {
  readonly ends: readonly GridEnd[];
  readonly families: readonly (readonly [family: string, words: string])[];
  /** The pair to open with, by code. */
  readonly first: readonly [a: string, b: string] | null;
  /** A letter for each pair, a row for each end. */
  readonly rows: readonly string[];
}

const ALL: readonly [string, string] = [ANY, "every family"];
const MARKS: readonly (readonly [Exclude<Letter, "n">, string])[] = [
  ["f", "fits-mark-f"],
  ["w", "fits-mark-w"],
  ["s", "fits-mark-s"],
];

function Legend() {
  return (
    <ul className="flex flex-wrap gap-x-6 gap-y-1 text-small">
      {MARKS.map(([letter, drawn]) => (
        <li key={letter} className="flex items-center gap-2">
          <svg width={18} height={18} viewBox="0 0 18 18" aria-hidden="true">
            {letter === "f" && <rect className={drawn} x={2} y={2} width={14} height={14} />}
            {letter === "w" && <circle className={drawn} cx={9} cy={9} r={6} />}
            {letter === "s" && <path className={drawn} d="M3 15L15 3" />}
          </svg>
          {LETTER_WORDS[letter]}
        </li>
      ))}
    </ul>
  );
}

function cellOf(ends: readonly GridEnd[], pair: FitsWhatProps["first"]): Cell | null {
  const [row, column] = (pair ?? []).map((code) => ends.findIndex((end) => end.code === code));
  return row === undefined || column === undefined || row < 0 || column < 0 ? null : { row, column };
}

/** Ends against ends: a matrix for the desk, lists for a phone and for screen readers, the joint card beside both. */
export function Compatibility({ ends, families, first, rows }: FitsWhatProps) {
  const [filter, setFilter] = useState<Filter>({ rowFamily: ANY, columnFamily: ANY, onlyMeeting: false });
  const [chosen, setChosen] = useState<Cell | null>(() => cellOf(ends, first));
  const shown = useMemo(() => shownBy(ends, rows, filter), [ends, rows, filter]);
  const [row, column] = [ends[chosen?.row ?? -1], ends[chosen?.column ?? -1]];
  const named = ends.map(({ code, name }, index) => [String(index), `${name}  (${code})`] as const);
  const meetings = chosen === null ? null : meetingsOf(ends, rows, chosen.row);
  return (
    <div className="mt-3 grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="grid content-start gap-3">
        <div className="grid gap-3 sm:grid-cols-3">
          <SelectField
            label="Rows"
            options={[ALL, ...families]}
            value={filter.rowFamily}
            onChange={(rowFamily) => setFilter({ ...filter, rowFamily })}
          />
          <SelectField
            label="Columns"
            options={[ALL, ...families]}
            value={filter.columnFamily}
            onChange={(columnFamily) => setFilter({ ...filter, columnFamily })}
          />
          <div className="flex items-end">
            <CheckboxField
              label="only ends that meet something"
              checked={filter.onlyMeeting}
              onChange={(onlyMeeting) => setFilter({ ...filter, onlyMeeting })}
            />
          </div>
        </div>
        <Legend />
        {shown.rows.length === 0 || shown.columns.length === 0 ? (
          <p className="py-6">Nothing of these families meets. Choose another, or show every end.</p>
        ) : (
          <Matrix ends={ends} rows={rows} shown={shown} chosen={chosen} onChoose={setChosen} />
        )}
      </div>
      <div className="grid content-start gap-4">
        <SelectField
          label="What goes on this end?"
          options={[["", "choose an end"], ...named]}
          value={chosen === null ? "" : String(chosen.row)}
          onChange={(index) =>
            setChosen(index === "" ? null : { row: Number(index), column: chosen?.column ?? Number(index) })
          }
        />
        {row && column && <JointPanel a={row} b={column} />}
        {chosen && meetings && (
          <section aria-label={`Everything that goes on ${row?.name}`}>
            {MARKS.map(([letter]) => (
              <div key={letter}>
                <h3 className="mt-2">
                  {LETTER_WORDS[letter]} ({meetings[letter].length})
                </h3>
                <ul>
                  {meetings[letter].map((index) => (
                    <li key={index}>
                      <button
                        type="button"
                        className="min-h-touch w-full cursor-pointer border-t border-hairline text-left hover:bg-work-wash"
                        aria-pressed={index === chosen.column}
                        onClick={() => setChosen({ row: chosen.row, column: index })}
                      >
                        {ends[index]?.name} <span className="figure text-quiet">{ends[index]?.code}</span>
                      </button>
                    </li>
                  ))}
                </ul>
              </div>
            ))}
          </section>
        )}
        {!chosen && <p className="text-quiet">Choose a cell, or an end from the list.</p>}
      </div>
    </div>
  );
}
