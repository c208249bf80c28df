import { useState } from "react";
import { ReasonForm } from "./reason-form.tsx";

interface StrikeFormProps {
  /** What would be struck, for those who cannot see where the button stands. */
  readonly what: string;
  /** False when a rule refuses it. */
  readonly onStrike: (reason: string) => boolean;
}

/** Strikes something written down: it no longer counts, and stays readable in the history with the reason. */
export function StrikeForm({ what, onStrike }: StrikeFormProps) {
  const [isOpen, setIsOpen] = useState(false);
  if (!isOpen)
    return (
      <button
        type="button"
        className="ml-2 min-h-touch min-w-touch cursor-pointer text-tiny underline"
        onClick={() => setIsOpen(true)}
      >
        Strike<span className="sr-only"> {what}</span>
      </button>
    );
  return (
    <ReasonForm
      label="Why it is struck (it stays in the history)"
      button="Strike"
      tone="button-wet"
      onSubmit={(reason) => {
        const isStruck = onStrike(reason);
        if (isStruck) setIsOpen(false);
        return isStruck;
      }}
    >
      <button type="button" className="button button-plain" onClick={() => setIsOpen(false)}>
        Cancel
      </button>
    </ReasonForm>
  );
}
