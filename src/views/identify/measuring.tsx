import type { Instrument } from "../../core/identify/index.ts";
import { RadioGroup, TextField } from "../fields.tsx";
import type { ClueChange, ClueFaults, Clues } from "./clues.ts";
import { ReadingField } from "./reading-field.tsx";

interface MeasuringProps {
  readonly clues: Clues;
  readonly faults: ClueFaults;
  readonly instruments: readonly Instrument[];
  readonly onChange: (change: ClueChange) => void;
}

const ACROSS = { low: 0.2, high: 1.4 };
const CRESTS = [4, 5, 6, 7, 8, 9, 10, 11] as const;

/** Everything that is measured: across, over crests, counted. */
export function Measuring({ clues, faults, instruments, onChange }: MeasuringProps) {
  const isInside = clues.gender === "female";
  return (
    <div className="grid gap-2">
      <RadioGroup
        label="Measured with"
        options={instruments.map(({ code, label }) => [code, label] as const)}
        value={clues.instrument}
        onChange={(instrument) => onChange({ instrument })}
      />
      {!isInside && (
        <ReadingField
          label="Across the outside, over crests or tube"
          text={clues.outside}
          onText={(outside) => onChange({ outside })}
          fault={faults.outside}
          hint="0.561, 9/16 or 14.2 mm"
          slider={ACROSS}
        />
      )}
      {clues.gender !== "male" && (
        <ReadingField
          label="Across the inside, at the mouth"
          text={clues.inside}
          onText={(inside) => onChange({ inside })}
          fault={faults.inside}
          {...(isInside ? { slider: ACROSS } : {})}
          hint="for a nut, a socket or a tube's bore"
        />
      )}
      {clues.threaded !== "no" && (
        <>
          <div className="grid grid-cols-[7rem_1fr] gap-3">
            <label className="block">
              <span className="block text-small text-quiet">Crests</span>
              <select
                className="field figure"
                value={clues.crests}
                onChange={(event) => onChange({ crests: Number(event.target.value) })}
              >
                {CRESTS.map((crests) => (
                  <option key={crests} value={crests}>
                    {crests}
                  </option>
                ))}
              </select>
            </label>
            <ReadingField
              label={`Span over ${clues.crests} crests`}
              text={clues.span}
              onText={(span) => onChange({ span })}
              fault={faults.span}
              hint="first to last, both touched"
            />
          </div>
          <div className="grid grid-cols-2 gap-3">
            <TextField
              label="Threads in half an inch"
              value={clues.count}
              onChange={(count) => onChange({ count })}
              fault={faults.count}
              hint="off by one two times in five"
              mode="numeric"
            />
            {!isInside && (
              <ReadingField
                label="Reading 3/8 in further back"
                text={clues.further}
                onText={(further) => onChange({ further })}
                fault={faults.further}
                hint="grows on a taper"
              />
            )}
          </div>
        </>
      )}
    </div>
  );
}
