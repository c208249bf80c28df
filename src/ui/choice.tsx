import { type ReactNode, useId } from "react";

interface RadioOptionProps<V extends string> {
  /** Name the options of one group share. */
  readonly name: string;
  readonly value: V;
  /** The value that is chosen in the group. */
  readonly chosen: V | null;
  readonly onChange: (value: V) => void;
  /** Classes of a choice that is no plain button. */
  readonly className?: string;
  readonly children: ReactNode;
}

/** One of a group of radio buttons, drawn as a choice. */
export function RadioOption<V extends string>(props: RadioOptionProps<V>) {
  const { name, value, chosen, onChange, className = "", children } = props;
  return (
    <label className={`choice ${className}`} data-option={value}>
      <input
        type="radio"
        name={name}
        value={value}
        checked={value === chosen}
        onChange={() => onChange(value)}
        className="sr-only"
      />
      {children}
    </label>
  );
}

interface RadioGroupProps<V extends string> {
  readonly label: string;
  readonly options: readonly (readonly [value: V, words: string])[];
  readonly value: V;
  readonly onChange: (value: V) => void;
}

/** A few large choices side by side: radio buttons that look like buttons. */
export function RadioGroup<V extends string>({ label, options, value, onChange }: RadioGroupProps<V>) {
  const name = useId();
  return (
    <fieldset>
      <legend className="text-small text-quiet">{label}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map(([option, words]) => (
          <RadioOption key={option} name={name} value={option} chosen={value} onChange={onChange}>
            {words}
          </RadioOption>
        ))}
      </div>
    </fieldset>
  );
}

interface OptionalRadioProps<V extends string> {
  readonly label: string;
  readonly options: readonly (readonly [V, string])[];
  /** Words of the choice that says nothing: nobody has looked, or as usual. */
  readonly unset: string;
  readonly value: V | undefined;
  readonly onChange: (value: V | undefined) => void;
}

/** One of a few, or nothing said. */
export function OptionalRadio<V extends string>(props: OptionalRadioProps<V>) {
  const { label, options, unset, value, onChange } = props;
  const all: readonly (readonly [string, string])[] = [["", unset], ...options];
  return (
    <RadioGroup
      label={label}
      options={all}
      value={value ?? ""}
      onChange={(chosen) => onChange(options.find(([option]) => option === chosen)?.[0])}
    />
  );
}

interface CheckboxFieldProps {
  readonly label: string;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
}

/** A choice that is on or off. */
export function CheckboxField({ label, checked, onChange }: CheckboxFieldProps) {
  return (
    <label className="choice">
      <input
        type="checkbox"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
        className="sr-only"
      />
      {label}
    </label>
  );
}

interface CheckboxGroupProps<V extends string> {
  readonly label: string;
  readonly options: readonly (readonly [value: V, words: string])[];
  readonly chosen: readonly V[];
  readonly onChange: (chosen: readonly V[]) => void;
  /** A choice of another kind beside the options. */
  readonly children?: ReactNode;
}

/** Any of a few choices side by side. */
export function CheckboxGroup<V extends string>({
  label,
  options,
  chosen,
  onChange,
  children,
}: CheckboxGroupProps<V>) {
  return (
    <fieldset>
      <legend className="text-small text-quiet">{label}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map(([option, words]) => (
          <CheckboxField
            key={option}
            label={words}
            checked={chosen.includes(option)}
            onChange={(isOn) =>
              onChange(isOn ? [...chosen, option] : chosen.filter((each) => each !== option))
            }
          />
        ))}
        {children}
      </div>
    </fieldset>
  );
}
