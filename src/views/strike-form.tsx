import { useState } from "react";
import { RequiredTextField } from "./fields.tsx";

interface StrikeFormProps {
  /** What would be struck, for those who cannot see where the button stands. */
  readonly what: string;
  /** False when a rule refuses it. */
  readonly onStrike: (reason: string) => boolean;
}

/** Strikes something written down: it no longer counts, and stays readable in the history with the reason. */
export function StrikeForm({ what, onStrike }: StrikeFormProps) {
  const [isOpen, setIsOpen] = useState(false);
  const [reason, setReason] = useState("");
  if (!isOpen)
    return (
      <button
        type="button"
        className="ml-2 min-h-touch cursor-pointer text-tiny underline"
        onClick={() => setIsOpen(true)}
      >
        Strike<span className="sr-only"> {what}</span>
      </button>
    );
  return (
    <form
      className="my-1 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (onStrike(reason.trim())) setIsOpen(false);
      }}
    >
      <div className="min-w-48 flex-1">
        <RequiredTextField
          label="Why it is struck (it stays in the history)"
          value={reason}
          limit={500}
          onChange={setReason}
        />
      </div>
      <button type="submit" className="button button-wet">
        Strike
      </button>
      <button type="button" className="button button-plain" onClick={() => setIsOpen(false)}>
        Cancel
      </button>
    </form>
  );
}
