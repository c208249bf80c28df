import { Check, Undo2 } from "lucide-react";
import { type ReactNode, useEffect, useRef, useState } from "react";
import type { RunStep } from "../../core/step/index.ts";
import { inShopUnits } from "../../labels/display.ts";
import { timeText } from "../../labels/site-time.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { Notice } from "../../ui/notice.tsx";
import { TurnsChoice } from "../turns-choice.tsx";
import { HeldUp } from "./held-up.tsx";

interface StepRowProps {
  readonly step: RunStep;
  readonly zone: string;
  readonly isNext: boolean;
  readonly isOpen: boolean;
  readonly isLocked: boolean;
  readonly checkHref: string;
  /** What must be done first, in words; null: nothing. */
  readonly held: string | null;
  /** An answer ticks it: no bare tick is offered. */
  readonly isQuestion: boolean;
  readonly onTick: (turns: number | null, override?: string) => void;
  readonly onUndo: () => void;
  /** Says of a look that everything it looks at is dry; null: not from here. */
  readonly onAllDry: (() => void) | null;
  /** What goes before the words: which connection, at what time. */
  readonly lead?: ReactNode;
  /** What is asked at this step besides a tick. */
  readonly more?: ReactNode;
}

function Cautions({ step }: { readonly step: RunStep }) {
  if (step.isDone || step.cautions.length === 0) return null;
  return (
    <Notice tone="wet" className="mt-1 text-wet-ink">
      <strong>Caution.</strong> {step.cautions.join(" ")}
    </Notice>
  );
}

function Times({ step, zone }: { readonly step: RunStep; readonly zone: string }) {
  if (step.doneAt !== null)
    return (
      <span className="figure text-dry-ink">
        {step.isTogether ? "told together " : "done "}
        <time dateTime={step.doneAt}>{timeText(step.doneAt, zone)}</time>
        {step.doneWith !== undefined && ` at ${step.doneWith}`}
      </span>
    );
  if (step.isDone) return <span className="figure text-dry-ink">done</span>;
  const wait = step.waitMin > 0 ? `, then wait ${step.waitMin} min` : "";
  return (
    <span className="figure text-quiet">{`${Math.max(0.5, Math.round(step.handsOnMin.likely * 2) / 2)} min${wait}`}</span>
  );
}

/** What to try when something sits fast, the gentlest first, and when to stop. */
function LadderHelp({ ladder }: { readonly ladder: NonNullable<RunStep["ladder"]> }) {
  return (
    <Disclosure summary={<>{ladder.label}?</>} className="text-small">
      <ol className="list-decimal pl-5">
        {ladder.rungs.map((rung) => (
          <li key={rung}>{rung}</li>
        ))}
      </ol>
      <p className="text-wet-ink">
        <strong>Stop when</strong> {ladder.stopWhen}.
      </p>
    </Disclosure>
  );
}

/** One step: its words, its caution, and what ticks it. */
export function StepRow(props: StepRowProps) {
  const {
    step,
    zone,
    isNext,
    isOpen,
    isLocked,
    checkHref,
    held,
    isQuestion,
    onTick,
    onUndo,
    onAllDry,
    lead,
    more,
  } = props;
  const range = step.joint?.turns ?? null;
  const [turns, setTurns] = useState<number | null>(null);
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (isOpen) row.current?.scrollIntoView({ block: "center" });
  }, [isOpen]);
  const tone = step.isDone
    ? "border-transparent text-quiet"
    : isNext
      ? "border-work bg-work-wash"
      : "border-transparent";
  return (
    <li
      ref={row}
      data-step={step.id}
      className={`flex flex-wrap items-start gap-x-4 gap-y-2 notice py-2 md:flex-nowrap ${tone} ${isOpen ? "outline-2 outline-work" : ""}`}
    >
      <div className="min-w-0 flex-1">
        {lead}
        <p className={isNext ? "text-lead" : ""}>
          {step.isDone && (
            <span className="mr-1 text-dry-ink">
              <Check aria-hidden="true" className="inline" size={18} />
              <span className="sr-only">Done: </span>
            </span>
          )}
          {inShopUnits(step.text, step.ownWords)}
        </p>
        {!step.isDone &&
          step.joint?.notes.map((note) => (
            <p key={note} className="text-work-ink">
              {inShopUnits(note)}
            </p>
          ))}
        {step.effect && !step.isDone && (
          <p className="font-bold text-work-ink">
            {step.effect === "water-off" ? "Water is off from here." : "Water is on again."}
          </p>
        )}
        {step.outdatedAt !== null && !step.isDone && (
          <p className="text-work-ink">
            Done {timeText(step.outdatedAt, zone)} for what was planned before: do it afresh.
          </p>
        )}
        <Cautions step={step} />
        <p className="text-small">
          <Times step={step} zone={zone} />
        </p>
        {step.ladder !== null && !step.isDone && <LadderHelp ladder={step.ladder} />}
        {more}
      </div>
      <div className={`flex items-center gap-2 ${step.isDone ? "" : "w-full md:w-auto"}`}>
        {step.stage && !step.isDone && !isLocked && onAllDry !== null && (
          <button
            type="button"
            className="button button-dry min-h-touch-large min-w-24 flex-1"
            onClick={onAllDry}
            {...(isNext ? { "data-next-thing": "" } : {})}
          >
            All dry<span className="sr-only">: {inShopUnits(step.text, step.ownWords)}</span>
          </button>
        )}
        {step.stage && !step.isDone && (
          <a
            className="button min-h-touch-large flex-1"
            href={`${checkHref}?stage=${step.stage}`}
            {...(isNext && onAllDry === null ? { "data-next-thing": "" } : {})}
          >
            Check joints
          </a>
        )}
        {!step.stage && !step.isDone && !isLocked && held !== null && (
          <HeldUp
            text={inShopUnits(step.text, step.ownWords)}
            held={held}
            onOverride={(reason) => onTick(turns, reason)}
          />
        )}
        {!step.stage && !step.isDone && !isLocked && held === null && !isQuestion && (
          <>
            {step.joint && range && !range.handOnly && (
              <TurnsChoice
                label={`Turned, joint ${step.joint.number}`}
                from={0}
                to={step.joint.hardMaxTurns ?? range.max}
                value={turns}
                onChange={setTurns}
              />
            )}
            <button
              type="button"
              className={`button min-h-touch-large min-w-24 flex-1 ${isNext ? "button-main" : ""}`}
              onClick={() => onTick(turns)}
              {...(isNext ? { "data-next-thing": "" } : {})}
            >
              Tick<span className="sr-only">: {inShopUnits(step.text, step.ownWords)}</span>
            </button>
          </>
        )}
        {step.doneAt !== null && step.doneWith === undefined && !isLocked && (
          <button type="button" className="button button-plain" onClick={onUndo}>
            <Undo2 aria-hidden="true" size={16} /> Undo
            <span className="sr-only">: {inShopUnits(step.text, step.ownWords)}</span>
          </button>
        )}
      </div>
    </li>
  );
}
