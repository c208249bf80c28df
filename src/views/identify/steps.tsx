import { useState } from "react";
import type { EndCode } from "../../core/end/index.ts";
import type { Instrument, NextMeasurement, Profile } from "../../core/identify/index.ts";
import { MeasurePicture } from "../../drawing/measure-picture.tsx";
import { Disclosure } from "../../ui/disclosure.tsx";
import type { ClueChange, ClueFaults, Clues } from "./clues.ts";
import {
  InstrumentChoice,
  isReadable,
  isReadingKind,
  READING_KINDS,
  type ReadingKind,
  Readings,
} from "./readings.tsx";

interface StepsProps {
  readonly next: NextMeasurement | null;
  readonly profiles: ReadonlyMap<EndCode, Profile>;
  readonly clues: Clues;
  readonly faults: ClueFaults;
  readonly instruments: readonly Instrument[];
  readonly onChange: (change: ClueChange) => void;
}

/** One measurement at a time, with how to hold the tool; the others stand folded below. */
export function Steps({ next, profiles, clues, faults, instruments, onChange }: StepsProps) {
  // A reading stays in its place while it is being typed, whatever would be measured next.
  const [held, setHeld] = useState<ReadingKind | null>(null);
  const wanted = next !== null && isReadingKind(next.kind) ? next.kind : null;
  const kind = held ?? wanted;
  const shared = { clues, faults, onChange };
  const names = next?.separates.slice(0, 3).flatMap((code) => profiles.get(code)?.end.name ?? []) ?? [];
  const others = READING_KINDS.filter((each) => each !== kind && isReadable(each, clues));
  return (
    <>
      <section
        aria-label="Measure next"
        className="border-2 border-ink bg-sheet p-3"
        data-next={next?.kind ?? ""}
        onInput={() => setHeld(kind)}
        onKeyDown={(event) => {
          // Enter on a button presses the button.
          if (event.key !== "Enter" || !(event.target instanceof HTMLInputElement)) return;
          event.preventDefault();
          setHeld(null);
        }}
      >
        <div className="flex items-start gap-4">
          {(kind ?? next?.kind) && <MeasurePicture kind={kind ?? next?.kind ?? "across"} />}
          <div className="min-w-0 flex-1">
            <p className="text-small text-quiet">Measure next</p>
            <p className="text-lead font-bold">
              {held === null || next?.kind === held
                ? (next?.measure ?? "Nothing more that one measurement would settle.")
                : "Then go on to the next measurement."}
            </p>
            {names.length > 0 && held === null && (
              <p className="text-small text-quiet">It tells the first from {names.join("; ")}.</p>
            )}
          </div>
        </div>
        {kind !== null && (
          <div className="mt-2 grid gap-2">
            {kind !== "seat" && kind !== "material" && kind !== "thread" && (
              <InstrumentChoice clues={clues} instruments={instruments} onChange={onChange} />
            )}
            <Readings kind={kind} {...shared} />
          </div>
        )}
        {kind === "span" && next?.kind === "span" && next.crests !== null && next.crests !== clues.crests && (
          <button
            type="button"
            className="button mt-1"
            onClick={() => next.crests !== null && onChange({ crests: next.crests })}
          >
            Set {next.crests} crests
          </button>
        )}
        {held !== null && wanted !== held && (
          <button type="button" className="button button-main mt-2" onClick={() => setHeld(null)}>
            Next measurement
          </button>
        )}
      </section>
      <Disclosure summary="Every other reading">
        <div className="grid gap-3">
          {others.map((each) => (
            <Readings key={each} kind={each} {...shared} />
          ))}
        </div>
      </Disclosure>
    </>
  );
}
