import { useId } from "react";
import type { ConnectionState, VisitAct } from "../core/visit/index.ts";
import {
  CHANGE_WORDS,
  HAMMER_SOUNDS,
  type HeardHammer,
  heardChange,
  SOUND_WORDS,
} from "../core/watch/index.ts";
import { timeText } from "../labels/site-time.ts";

interface HammerHeardProps {
  readonly connection: ConnectionState;
  readonly occasion: HeardHammer["occasion"];
  readonly zone: string;
  readonly act: (act: VisitAct) => boolean;
  /** More than one inlet is asked about: each says which it is. */
  readonly isNamed?: boolean;
}

const QUESTIONS: Readonly<Record<HeardHammer["occasion"], string>> = {
  "as-found": "Hammer heard before the work, when its valve shut?",
  "after-run": "Hammer heard after the run, when its valve shut?",
};

/** Asks what was heard when the fixture's valve shut, and says what has changed. */
export function HammerHeard({ connection, occasion, zone, act, isNamed = false }: HammerHeardProps) {
  const asks = useId();
  const heard = connection.heard.filter((each) => each.occasion === occasion).at(-1);
  const { change, after } = heardChange(connection.heard);
  const isAfter = occasion === "after-run";
  const mayAnswer = !isAfter || connection.waterInAt !== null;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a legend would not lie inside the edge.
    <div role="group" aria-labelledby={asks} className="mt-3 notice notice-work" data-heard={occasion}>
      <p id={asks} className="font-bold">
        {isNamed && `${connection.survey.label}: `}
        {QUESTIONS[occasion]}
      </p>
      {mayAnswer ? (
        <div className="flex flex-wrap gap-2 pt-1">
          {HAMMER_SOUNDS.map((sound) => (
            <button
              key={sound}
              type="button"
              className={heard?.sound === sound ? "button button-main" : "button"}
              aria-pressed={heard?.sound === sound}
              onClick={() => act({ kind: "hammer-heard", connection: connection.id, occasion, sound })}
            >
              {SOUND_WORDS[sound]}
            </button>
          ))}
        </div>
      ) : (
        <p className="text-small text-quiet">Nothing has run yet.</p>
      )}
      <p role="status" className="text-small text-quiet">
        {heard === undefined
          ? "Nobody has said."
          : `Written down ${timeText(heard.at, zone)} by ${heard.by}.`}
        {isAfter && change !== null && ` ${CHANGE_WORDS[change]}`}
      </p>
      {isAfter && (after === "bang" || after === "train") && (
        <p className="text-small text-wet-ink">
          Strap loose pipe first; then see what an arrestor or a slower valve would do on Water.
        </p>
      )}
    </div>
  );
}
