import { type ComponentPropsWithoutRef, type ReactNode, useId } from "react";

interface FieldProps {
  readonly label: ReactNode;
  /** What stands below the control. */
  readonly hint?: ReactNode;
  /** Place of the field in its row or grid, as classes. */
  readonly className?: string;
  /** One control: an input, a select or a text area with the class `field`. */
  readonly children: ReactNode;
}

/** A control under its label. The hint stands outside the label: the name of the control stays short. */
export function Field({ label, hint, className = "", children }: FieldProps) {
  return (
    <div className={className}>
      {/* biome-ignore lint/a11y/noLabelWithoutControl: the control is what stands in it. */}
      <label className="block">
        <span className="block text-small text-quiet">{label}</span>
        {children}
      </label>
      {hint}
    </div>
  );
}

type InputProps = Omit<ComponentPropsWithoutRef<"input">, "value" | "onChange" | "className" | "size">;

interface TextFieldProps extends InputProps {
  readonly label: ReactNode;
  readonly value: string;
  readonly onChange: (text: string) => void;
  /** What is wrong with the text and how to put it right. */
  readonly fault?: string | undefined;
  readonly hint?: string;
  /** Whether the text is a figure: digits of one width. */
  readonly isFigure?: boolean;
  readonly className?: string;
  /** Width of the control, where it is narrower than its place. */
  readonly width?: string;
}

/** A line of text that explains in place what is wrong with it. */
export function TextField(props: TextFieldProps) {
  const {
    label,
    value,
    onChange,
    fault,
    hint,
    isFigure = false,
    className = "",
    width = "",
    ...input
  } = props;
  const about = useId();
  const explained = fault ?? hint;
  // Where there may be something to explain, its row is there from the start: nothing moves while somebody types.
  const isExplaining = "fault" in props || hint !== undefined;
  return (
    <Field
      label={label}
      className={className}
      hint={
        isExplaining && (
          <p id={about} className={`min-h-5 text-tiny ${fault === undefined ? "text-quiet" : "fault"}`}>
            {explained}
          </p>
        )
      }
    >
      <input
        className={`field ${isFigure ? "figure" : ""} ${width}`}
        autoComplete="off"
        {...input}
        value={value}
        aria-invalid={fault !== undefined}
        aria-describedby={explained === undefined ? undefined : about}
        onChange={(event) => onChange(event.target.value)}
      />
    </Field>
  );
}

interface SelectFieldProps<V extends string> {
  readonly label: ReactNode;
  readonly options: readonly (readonly [value: V, words: string])[];
  readonly value: V;
  readonly onChange: (value: V) => void;
  readonly hint?: string;
  readonly isFigure?: boolean;
  readonly isDisabled?: boolean;
  readonly className?: string;
}

/** One of many, from a list. */
export function SelectField<V extends string>(props: SelectFieldProps<V>) {
  const {
    label,
    options,
    value,
    onChange,
    hint,
    isFigure = false,
    isDisabled = false,
    className = "",
  } = props;
  const about = useId();
  return (
    <Field
      label={label}
      className={className}
      hint={
        hint !== undefined && (
          <p id={about} className="text-tiny text-quiet">
            {hint}
          </p>
        )
      }
    >
      <select
        className={`field ${isFigure ? "figure" : ""}`}
        aria-describedby={hint === undefined ? undefined : about}
        value={value}
        disabled={isDisabled}
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
    </Field>
  );
}
