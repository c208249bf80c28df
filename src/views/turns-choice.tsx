import { formatTurn } from "../core/units/index.ts";

const EIGHTH = 1 / 8;

interface TurnsChoiceProps {
  readonly label: string;
  readonly from: number;
  readonly to: number;
  /** Turns past hand-tight; null: not counted. */
  readonly value: number | null;
  readonly onChange: (turns: number | null) => void;
}

/** Counts of turns to choose from, in eighths, as wrenches are counted. */
export function TurnsChoice({ label, from, to, value, onChange }: TurnsChoiceProps) {
  const steps = Math.floor((to - from) / EIGHTH + 1e-9);
  const counts = Array.from({ length: steps + 1 }, (_, index) => from + index * EIGHTH);
  if (value !== null && !counts.some((count) => Math.abs(count - value) < 1e-9)) counts.push(value);
  counts.sort((a, b) => a - b);
  return (
    <label className="flex items-center gap-2 text-small">
      <span className="sr-only">{label}</span>
      <select
        className="field figure min-w-28"
        value={value === null ? "" : String(value)}
        onChange={(event) => onChange(event.target.value === "" ? null : Number(event.target.value))}
      >
        <option value="">not counted</option>
        {counts.map((count) => (
          <option key={count} value={String(count)}>
            {`${formatTurn(count)} turn`}
          </option>
        ))}
      </select>
    </label>
  );
}
