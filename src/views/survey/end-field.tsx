import { lazy, Suspense, useState } from "react";
import type { Place } from "../../core/identify/index.ts";
import type { Fixture } from "../../core/plan/index.ts";
import { SelectField } from "../fields.tsx";

const Identify = lazy(async () => ({ default: (await import("../identify/identify.tsx")).Identify }));

export interface EndChoice {
  readonly code: string;
  readonly name: string;
  /** The end of a hose that comes with the fixture. */
  readonly isFactoryHose?: boolean;
}

const FAUCETS: readonly Fixture[] = ["lavatory", "kitchen", "bidet", "tub-filler", "utility"];

/** Where an inlet of this fixture is met, for the identifier. */
export function placeOfInlet(fixture: Fixture): Place {
  if (fixture === "toilet" || fixture === "bidet-seat" || fixture === "bidet-sprayer") return "fill-valve";
  return FAUCETS.includes(fixture) ? "faucet" : "appliance";
}

interface EndFieldProps {
  readonly label: string;
  readonly ends: readonly EndChoice[];
  readonly value: string;
  readonly where: Place;
  readonly onChange: (code: string) => void;
}

/** An end from the list, or read on the spot with the identifier. */
export function EndField({ label, ends, value, where, onChange }: EndFieldProps) {
  const [isReading, setReading] = useState(false);
  const [readEnds, setReadEnds] = useState<readonly EndChoice[]>([]);
  const known = [...ends, ...readEnds.filter(({ code }) => !ends.some((each) => each.code === code))];
  return (
    <div>
      <div className="flex items-end gap-2">
        <div className="min-w-0 flex-1">
          <SelectField
            label={label}
            options={known.map(({ code, name }) => [code, `${name}  (${code})`] as const)}
            value={value}
            onChange={onChange}
          />
        </div>
        <button
          type="button"
          className="button"
          aria-expanded={isReading}
          onClick={() => setReading((now) => !now)}
        >
          {isReading ? "Close the reader" : "Not sure? Read it"}
        </button>
      </div>
      {isReading && (
        <section
          aria-label={`Read the ${label.toLowerCase()}`}
          className="mt-2 border-2 border-work px-3 pb-3"
        >
          <Suspense fallback={<p role="status">Opening the reader …</p>}>
            <Identify
              where={where}
              onPick={(code, name) => {
                setReadEnds((now) => [...now, { code, name }]);
                onChange(code);
                setReading(false);
              }}
            />
          </Suspense>
        </section>
      )}
    </div>
  );
}
