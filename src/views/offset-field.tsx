import { useId, useState } from "react";
import { explainLength, parseLength, parseOffset } from "../core/units/index.ts";
import { lengthFigure, withShopUnit } from "../labels/display.ts";

interface OffsetFieldProps {
  readonly label: string;
  readonly value: number | null;
  /** May lie the other way, written with a minus. */
  readonly isSigned?: boolean;
  /** May be left empty: then it is not there. */
  readonly isOptional?: boolean;
  readonly onChange: (value: number | null) => void;
}

type Read = { readonly value: number | null } | { readonly fault: string };

function readOffset(
  text: string,
  { isSigned, isOptional }: Pick<OffsetFieldProps, "isSigned" | "isOptional">,
): Read {
  if (text.trim() === "" && isOptional) return { value: null };
  const read = isSigned ? parseOffset(withShopUnit(text, "in")) : parseLength(withShopUnit(text, "in"));
  return read.ok ? { value: read.value.lengthIn } : { fault: explainLength(read.fault) };
}

/** A measure as on a tape: what is typed counts as soon as it can be read; while untouched it follows the drawing. */
export function OffsetField({
  label,
  value,
  isSigned = false,
  isOptional = false,
  onChange,
}: OffsetFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const about = useId();
  const text = draft ?? (value === null ? "" : lengthFigure(value));
  const read = readOffset(text, { isSigned, isOptional });
  const fault = "fault" in read ? read.fault : null;
  return (
    <label className="block">
      <span className="block text-small text-quiet">{label}</span>
      <input
        className="field figure"
        value={text}
        autoComplete="off"
        aria-invalid={fault !== null}
        aria-describedby={fault ? about : undefined}
        onBlur={() => fault === null && setDraft(null)}
        onChange={({ target }) => {
          setDraft(target.value);
          const next = readOffset(target.value, { isSigned, isOptional });
          if ("value" in next) onChange(next.value);
        }}
      />
      {fault && (
        <span id={about} className="fault block text-tiny">
          {fault}
        </span>
      )}
    </label>
  );
}
