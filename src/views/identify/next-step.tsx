import type { EndCode } from "../../core/end/index.ts";
import type { NextMeasurement, Profile } from "../../core/identify/index.ts";
import type { ClueChange } from "./clues.ts";

interface NextStepProps {
  readonly next: NextMeasurement | null;
  readonly profiles: ReadonlyMap<EndCode, Profile>;
  readonly onChange: (change: ClueChange) => void;
}

/** The one measurement that would tell the leaders apart best. */
export function NextStep({ next, profiles, onChange }: NextStepProps) {
  if (next === null) return <p className="text-quiet">Nothing more that one measurement would settle.</p>;
  const names = next.separates.flatMap((code) => profiles.get(code)?.end.name ?? []);
  return (
    <div className="border-l-4 border-work pl-3" data-next={next.kind}>
      <p className="text-quiet">Do this next</p>
      <p className="text-lead">
        <strong>{next.measure}</strong>
      </p>
      {names.length > 0 && (
        <p className="text-small text-quiet">It tells the first from {names.join("; ")}.</p>
      )}
      {next.kind === "span" && next.crests !== null && (
        <button
          type="button"
          className="button mt-1"
          onClick={() => next.crests !== null && onChange({ crests: next.crests })}
        >
          Set {next.crests} crests
        </button>
      )}
    </div>
  );
}
