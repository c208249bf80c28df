import { useId } from "react";
import type { TradeUnit } from "../core/units/index.ts";
import { fieldText, fromShopValue, shopUnit, shopValue } from "../labels/display.ts";

/** Units that are the same everywhere. */
const OTHER_UNITS = ["ms", "%"] as const;
type OtherUnit = (typeof OTHER_UNITS)[number];

const isOther = (unit: TradeUnit | OtherUnit): unit is OtherUnit => OTHER_UNITS.some((each) => each === unit);

interface SliderProps {
  readonly label: string;
  /** Unit of the figures given; a trade unit is shown and typed as the shop writes it. */
  readonly unit: TradeUnit | OtherUnit;
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
  const within = (figure: number) => Math.min(max, Math.max(min, figure));
  const shown = isOther(unit) ? String(value) : fieldText(value, unit);
  const shownUnit = isOther(unit) ? unit : shopUnit(unit);
  const bound = (figure: number) => (isOther(unit) ? figure : shopValue(figure, unit));
  const setTyped = (text: string) => {
    const typed = Number(text);
    if (text !== "" && Number.isFinite(typed))
      onChange(within(isOther(unit) ? typed : fromShopValue(typed, unit)));
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
          aria-valuetext={`${shown} ${shownUnit}`}
          onChange={(event) => onChange(within(Number(event.target.value)))}
        />
        <input
          type="number"
          className="field figure w-24"
          aria-label={`${label}, ${shownUnit}`}
          value={shown}
          min={bound(min)}
          max={bound(max)}
          step="any"
          onChange={(event) => setTyped(event.target.value)}
        />
        <span className="w-8 text-small text-quiet">{shownUnit}</span>
      </div>
      {hint !== undefined && <p className="text-tiny text-quiet">{hint}</p>}
    </div>
  );
}
