import { type ReactNode, useId } from "react";

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (text: string) => void;
  readonly fault?: string | undefined;
  readonly hint?: string;
  readonly mode?: "text" | "decimal" | "numeric";
}

/** Keyboards of a phone: fractions and units need letters and a slash. */
const INPUT_MODES = { text: undefined, decimal: "text", numeric: "numeric" } as const;

/** A labelled text field that explains in place what is wrong with it. */
export function TextField({ label, value, onChange, fault, hint, mode = "text" }: TextFieldProps) {
  const about = useId();
  return (
    <label className="block">
      <span className="block text-small text-quiet">{label}</span>
      <input
        className="field figure"
        value={value}
        inputMode={INPUT_MODES[mode]}
        autoComplete="off"
        aria-invalid={fault !== undefined}
        aria-describedby={about}
        onChange={(event) => onChange(event.target.value)}
      />
      <span
        id={about}
        className={
          fault === undefined ? "block min-h-5 text-tiny text-quiet" : "fault block min-h-5 text-tiny"
        }
      >
        {fault ?? hint ?? ""}
      </span>
    </label>
  );
}

interface RequiredTextFieldProps {
  readonly label: string;
  readonly value: string;
  /** Characters at the most, as the event's schema takes them. */
  readonly limit: number;
  readonly onChange: (text: string) => void;
}

/** A line of text without which the browser does not send the form: a reason, a name. */
export function RequiredTextField({ label, value, limit, onChange }: RequiredTextFieldProps) {
  return (
    <label className="block">
      <span className="block text-small text-quiet">{label}</span>
      <input
        className="field"
        required
        maxLength={limit}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}

interface ChoiceProps<V extends string> {
  readonly label: string;
  readonly options: readonly (readonly [value: V, words: string])[];
  readonly value: V;
  readonly onChange: (value: V) => void;
}

/** A few large choices side by side: radio buttons that look like buttons. */
export function RadioGroup<V extends string>({ label, options, value, onChange }: ChoiceProps<V>) {
  const name = useId();
  return (
    <fieldset>
      <legend className="text-small text-quiet">{label}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map(([option, words]) => (
          <label key={option} className="choice">
            <input
              type="radio"
              name={name}
              value={option}
              checked={option === value}
              onChange={() => onChange(option)}
              className="sr-only"
            />
            {words}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

interface OptionalChoiceProps<V extends string> {
  readonly label: string;
  readonly options: readonly (readonly [V, string])[];
  /** Words of the choice that says nothing: nobody has looked, or as usual. */
  readonly unset: string;
  readonly value: V | undefined;
  readonly onChange: (value: V | undefined) => void;
}

/** One of a few, or nothing said. */
export function OptionalRadio<V extends string>(props: OptionalChoiceProps<V>) {
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

/** Returns an object with one field set; undefined leaves the field out. */
export function withField<T extends object, K extends keyof T>(
  object: T,
  key: K,
  value: T[K] | undefined,
): T {
  const changed: T = { ...object };
  if (value === undefined) delete changed[key];
  else changed[key] = value;
  return changed;
}

interface PickProps<V extends string> extends ChoiceProps<V> {
  readonly hint?: string;
}

/** One of many, from a list. */
export function SelectField<V extends string>({ label, options, value, onChange, hint }: PickProps<V>) {
  return (
    <label className="block">
      <span className="block text-small text-quiet">{label}</span>
      <select
        className="field"
        value={value}
        onChange={(event) => {
          const chosen = options.find(([option]) => option === event.target.value);
          if (chosen) onChange(chosen[0]);
        }}
      >
        {options.map(([option, words]) => (
          <option key={option} value={option}>
            {words}
          </option>
        ))}
      </select>
      {hint && <span className="block text-tiny text-quiet">{hint}</span>}
    </label>
  );
}

interface TickProps {
  readonly label: string;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
}

export function CheckboxField({ label, checked, onChange }: TickProps) {
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
