import { useMemo, useState } from "react";
import type { EndOffer } from "../../drawing/end-choice.ts";
import { CheckboxField } from "../../ui/choice.tsx";
import { SelectField } from "../../ui/field.tsx";
import { EndPicker } from "../end-picker/end-picker.tsx";
import { GoesOn } from "./goes-on.tsx";
import { ANY, type Cell, type Filter, type GridEnd, letterAt, shownBy } from "./grid-model.ts";
import { JointPanel } from "./joint-card.tsx";
import { Legend } from "./letter-mark.tsx";
import { Matrix } from "./matrix.tsx";

interface CompatibilityProps {
  readonly ends: readonly GridEnd[];
  readonly offer: EndOffer;
  readonly families: readonly (readonly [family: string, words: string])[];
  /** The pair to open with, by code. */
  readonly first: readonly [a: string, b: string] | null;
  /** A letter for each pair, a row for each end. */
  readonly rows: readonly string[];
}

const ALL: readonly [string, string] = [ANY, "every family"];

/** The two ends that are chosen, as indexes; a cell once both are. */
interface Pair {
  readonly a: number | null;
  readonly b: number | null;
}

const cellOf = ({ a, b }: Pair): Cell | null => (a === null || b === null ? null : { row: a, column: b });

/** Do these two fit? Two pickers and one answer; then everything that goes on the first; the matrix of all ends last. */
export function Compatibility({ ends, offer, families, first, rows }: CompatibilityProps) {
  const indexOf = (code: string | undefined) => {
    const index = ends.findIndex((end) => end.code === code);
    return index < 0 ? null : index;
  };
  const [filter, setFilter] = useState<Filter>({ rowFamily: ANY, columnFamily: ANY, onlyMeeting: true });
  const [{ a, b }, setPair] = useState<Pair>(() => ({ a: indexOf(first?.[0]), b: indexOf(first?.[1]) }));
  const shown = useMemo(() => shownBy(ends, rows, filter), [ends, rows, filter]);
  const [one, other] = [ends[a ?? -1], ends[b ?? -1]];
  const chosen = cellOf({ a, b });
  return (
    <div className="mt-3 grid gap-6">
      <section aria-label="Do these two fit?" className="grid gap-x-6 gap-y-4 lg:grid-cols-3">
        <EndPicker
          label="This end"
          offer={offer}
          place="unknown"
          value={one?.code ?? null}
          onChange={(code) => setPair((now) => ({ ...now, a: indexOf(code) }))}
        />
        <EndPicker
          label="with this one"
          offer={offer}
          place="unknown"
          value={other?.code ?? null}
          onChange={(code) => setPair((now) => ({ ...now, b: indexOf(code) }))}
        />
        <div
          aria-live="polite"
          className="border-t-2 border-rule pt-2 lg:border-t-0 lg:border-l-2 lg:pt-0 lg:pl-6"
        >
          {one && other && chosen ? (
            <JointPanel a={one} b={other} letter={letterAt(rows, chosen)} />
          ) : (
            <p className="text-lead text-quiet">
              {one || other ? "Choose the other end." : "Choose two ends: do they fit?"}
            </p>
          )}
        </div>
      </section>
      {a !== null && (
        <GoesOn
          ends={ends}
          families={families}
          rows={rows}
          on={a}
          tried={b}
          onTry={(index) => setPair({ a, b: index })}
        />
      )}
      <section aria-label="Every end against every other" className="grid gap-3">
        <h2>Every end against every other</h2>
        <div className="grid max-w-3xl gap-3 sm:grid-cols-3">
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
          <Matrix
            ends={ends}
            rows={rows}
            shown={shown}
            chosen={chosen}
            onChoose={({ row, column }) => setPair({ a: row, b: column })}
          />
        )}
      </section>
    </div>
  );
}
