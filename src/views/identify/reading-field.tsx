import { useId } from "react";
import { MM_PER_IN } from "../../core/constants/index.ts";
import { lengthFigure } from "../../labels/display.ts";
import { readingText, readReading } from "./clues.ts";

interface ReadingFieldProps {
  readonly label: string;
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly fault: string | undefined;
  readonly hint?: string;
  /** Ends of the slider, inches; none: typed only. */
  readonly slider?: { readonly low: number; readonly high: number };
}

/** A length typed as people write it, or slid; what was read stands beside it in inches, sixteenths and millimetres. */
export function ReadingField({ label, text, onText, fault, hint, slider }: ReadingFieldProps) {
  const id = useId();
  const { value } = readReading(text);
  const echo =
    value === null
      ? (hint ?? "")
      : `${readingText(value)} in = about ${lengthFigure(value)} = ${(value * MM_PER_IN).toFixed(2)} mm`;
  return (
    <div>
      <label htmlFor={id} className="block text-small text-quiet">
        {label}
      </label>
      <input
        id={id}
        className="field figure"
        value={text}
        autoComplete="off"
        inputMode="text"
        aria-invalid={fault !== undefined}
        aria-describedby={`${id}-about`}
        onChange={(event) => onText(event.target.value)}
      />
      {slider && (
        <input
          type="range"
          className="block min-h-touch w-full accent-work"
          aria-label={`${label}, slider`}
          min={slider.low}
          max={slider.high}
          step={0.001}
          value={value ?? (slider.low + slider.high) / 2}
          onChange={(event) => onText(readingText(Number(event.target.value)))}
        />
      )}
      <p id={`${id}-about`} className={`min-h-5 text-tiny ${fault === undefined ? "text-quiet" : "fault"}`}>
        {fault ?? echo}
      </p>
    </div>
  );
}
