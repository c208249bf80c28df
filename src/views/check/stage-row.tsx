import type { Stage } from "../../core/check/index.ts";
import { isStageDone, lastFollowUp, standingOf, targetsOf } from "../../core/check/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";
import { dayTimeText } from "../../labels/site-time.ts";

interface StageRowProps {
  readonly connection: ConnectionState;
  readonly stages: readonly Stage[];
  readonly open: Stage;
  readonly zone: string;
  readonly onOpen: (stage: Stage) => void;
}

function standingWords(connection: ConnectionState, stage: Stage, zone: string): string {
  if (stage.code === "look-back") {
    const look = lastFollowUp(connection);
    if (look) return look.result;
    return connection.signed
      ? `due ${dayTimeText(connection.signed.lookBackDueAt, zone)}`
      : "a day after signing";
  }
  const targets = targetsOf(connection, stage);
  if (targets.length === 0) return "nothing here";
  const dry = targets.filter((target) => standingOf(connection, target, stage.code) === "dry").length;
  const wet = targets.filter((target) => standingOf(connection, target, stage.code) === "weeping").length;
  if (wet > 0) return `${wet} weeping`;
  return dry === targets.length ? "all dry" : `${dry} of ${targets.length} dry`;
}

/** The six stages, with how each stands. */
export function StageRow({ connection, stages, open, zone, onOpen }: StageRowProps) {
  return (
    <fieldset
      aria-label="Stages of the check"
      className="mt-3 grid grid-cols-2 gap-2 sm:grid-cols-3 lg:grid-cols-6"
    >
      {stages.map((stage) => {
        const words = standingWords(connection, stage, zone);
        const isDone = stage.required ? isStageDone(connection, stage) : words === "dry";
        const tone = words.includes("weeping")
          ? "border-wet text-wet-ink"
          : isDone
            ? "border-dry bg-dry-wash"
            : "border-hairline";
        const isOpen = stage.code === open.code;
        return (
          <button
            key={stage.code}
            type="button"
            aria-pressed={isOpen}
            data-stage={stage.code}
            onClick={() => onOpen(stage)}
            className={`min-h-touch-large cursor-pointer border-2 px-3 py-1 text-left ${isOpen ? "border-ink bg-sheet" : tone}`}
          >
            <span className={`block ${isOpen ? "font-bold" : ""}`}>{stage.label}</span>
            <span className="block text-tiny">
              {isDone && stage.required ? "✓ " : ""}
              {words}
            </span>
          </button>
        );
      })}
    </fieldset>
  );
}
