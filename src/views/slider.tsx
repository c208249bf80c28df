import { useId } from "react";

interface SliderProps {
  readonly label: string;
  readonly unit: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly hint?: string;
  readonly onChange: (value: number) => void;
}

/** A figure that is pulled along a scale or typed. */
export function Slider({ label, unit, value, min, max, step, hint, onChange }: SliderProps) {
  const id = useId();
  const set = (text: string) => {
    const typed = Number(text);
    if (text !== "" && Number.isFinite(typed)) onChange(Math.min(max, Math.max(min, typed)));
  };
  return (
    <div>
      <label htmlFor={id} className="text-small text-quiet">
        {label}
      </label>
      <div className="flex items-center gap-3">
        <input
          id={id}
          type="range"
          className="min-h-touch grow accent-work"
          value={value}
          min={min}
          max={max}
          step={step}
          aria-valuetext={`${value} ${unit}`}
          onChange={(event) => set(event.target.value)}
        />
        <input
          type="number"
          className="field figure w-24"
          aria-label={`${label}, ${unit}`}
          value={value}
          min={min}
          max={max}
          step="any"
          onChange={(event) => set(event.target.value)}
        />
        <span className="w-8 text-small text-quiet">{unit}</span>
      </div>
      {hint !== undefined && <p className="text-tiny text-quiet">{hint}</p>}
    </div>
  );
}
