import { useState } from "react";
import { explainLength, parseLength, parseOffset } from "../core/units/index.ts";
import { lengthFigure, withShopUnit } from "../labels/display.ts";
import { TextField } from "../ui/field.tsx";

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
  const text = draft ?? (value === null ? "" : lengthFigure(value));
  const read = readOffset(text, { isSigned, isOptional });
  const fault = "fault" in read ? read.fault : null;
  return (
    <TextField
      label={label}
      value={text}
      isFigure
      {...(fault ? { fault } : {})}
      onBlur={() => fault === null && setDraft(null)}
      onChange={(typed) => {
        setDraft(typed);
        const next = readOffset(typed, { isSigned, isOptional });
        if ("value" in next) onChange(next.value);
      }}
    />
  );
}
