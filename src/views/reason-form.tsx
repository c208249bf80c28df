import { type ReactNode, useState } from "react";
import { TextField } from "../ui/field.tsx";

/** Characters of a reason at the most, as every event that carries one takes them. */
const MOST_REASON = 500;

interface ReasonFormProps {
  readonly label: string;
  readonly button: string;
  readonly tone?: string;
  /** False when a rule refuses it: what was typed stays. */
  readonly onSubmit: (reason: string) => boolean;
  /** Other buttons beside the form's own. */
  readonly children?: ReactNode;
}

/** Asks for a reason before something is done that is not done without one. */
export function ReasonForm({ label, button, tone = "", onSubmit, children }: ReasonFormProps) {
  const [reason, setReason] = useState("");
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (onSubmit(reason.trim())) setReason("");
      }}
    >
      <div className="min-w-64 flex-1">
        <TextField label={label} value={reason} required maxLength={MOST_REASON} onChange={setReason} />
      </div>
      <button className={`button ${tone}`} type="submit">
        {button}
      </button>
      {children}
    </form>
  );
}
