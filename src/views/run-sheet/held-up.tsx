import { useState } from "react";
import { Disclosure } from "../../ui/disclosure.tsx";

/** What comes first, and the way past it: with the reason written down. */
export function HeldUp({
  text,
  held,
  onOverride,
}: {
  readonly text: string;
  readonly held: string;
  readonly onOverride: (reason: string) => void;
}) {
  const [reason, setReason] = useState("");
  return (
    <Disclosure
      summary={
        <>
          Not yet<span className="sr-only">: {text}</span>
        </>
      }
      className="w-full text-small md:w-72"
    >
      <p className="mb-1">{held}</p>
      <label className="block">
        <span className="text-quiet">Done all the same, because</span>
        <input
          className="field w-full"
          value={reason}
          maxLength={500}
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      <button
        type="button"
        className="button mt-1"
        disabled={reason.trim() === ""}
        onClick={() => onOverride(reason.trim())}
      >
        Tick with this reason
      </button>
    </Disclosure>
  );
}
