import { type ReactNode, useId } from "react";
import { RadioOption } from "./choice.tsx";

interface PictureRadioProps<V extends string> {
  readonly label: string;
  readonly options: readonly (readonly [value: V, words: string, picture: ReactNode])[];
  readonly value: V | null;
  readonly onChange: (value: V) => void;
  /** Columns of the grid, as a class. */
  readonly columns: string;
}

/** One of a few by its picture: radio buttons that show what they mean. */
export function PictureRadio<V extends string>({
  label,
  options,
  value,
  onChange,
  columns,
}: PictureRadioProps<V>) {
  const name = useId();
  return (
    <fieldset>
      <legend className="text-small text-quiet">{label}</legend>
      <div className={`grid gap-2 ${columns}`}>
        {options.map(([option, words, picture]) => (
          <RadioOption
            key={option}
            name={name}
            value={option}
            chosen={value}
            onChange={onChange}
            className="choice-picture"
          >
            <span aria-hidden="true" className="grid h-14 items-end justify-items-center">
              {picture}
            </span>
            <span className="text-small">{words}</span>
          </RadioOption>
        ))}
      </div>
    </fieldset>
  );
}
