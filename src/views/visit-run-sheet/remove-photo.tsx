/** A picture taken away for good, with the reason: pictures of homes must be able to go. */
import { type FormEvent, useState } from "react";
import type { VisitAct } from "../../core/visit/index.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { releasePhoto } from "./photo-queue.ts";

interface RemovePhotoProps {
  readonly connection: string;
  readonly photo: string;
  readonly caption: string;
  readonly act: (...acts: readonly VisitAct[]) => boolean;
}

export function RemovePhoto({ connection, photo, caption, act }: RemovePhotoProps) {
  const [reason, setReason] = useState("");
  const remove = (event: FormEvent) => {
    event.preventDefault();
    if (act({ kind: "photo-removed", connection, photo, reason: reason.trim() })) void releasePhoto(photo);
  };
  return (
    <Disclosure
      summary={
        <>
          Remove<span className="sr-only"> the picture {caption}</span>
        </>
      }
    >
      <form onSubmit={remove} className="grid gap-2">
        <label>
          <span className="block text-quiet">Why? The picture is deleted for good; the reason stays.</span>
          <input
            className="field"
            value={reason}
            maxLength={500}
            onChange={(event) => setReason(event.target.value)}
          />
        </label>
        <button type="submit" className="button button-wet" disabled={reason.trim() === ""}>
          Delete the picture
        </button>
      </form>
    </Disclosure>
  );
}
