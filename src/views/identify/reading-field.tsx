import { MM_PER_IN } from "../../core/constants/index.ts";
import { lengthFigure } from "../../labels/display.ts";
import { TextField } from "../../ui/field.tsx";
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
  const { value } = readReading(text);
  const echo =
    value === null
      ? (hint ?? "")
      : `${readingText(value)} in = about ${lengthFigure(value)} = ${(value * MM_PER_IN).toFixed(2)} mm`;
  return (
    <div>
      <TextField
        label={label}
        value={text}
        onChange={onText}
        fault={fault}
        hint={echo}
        inputMode="text"
        isFigure
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
    </div>
  );
}
