import { useState } from "react";
import type { CheckMethod, Stage } from "../../core/check/index.ts";
import {
  LEAST_WATCH_MIN,
  standingOf,
  type Target,
  WHOLE_CONNECTION,
  watchedInWords,
  weepingStage,
} from "../../core/check/index.ts";
import type { ShutFirst, WaterMap } from "../../core/situation/index.ts";
import type { RunStep } from "../../core/step/index.ts";
import type { ConnectionState, VisitAct } from "../../core/visit/index.ts";
import { METHOD_WORDS } from "../../labels/check-method.ts";
import { inShopUnits } from "../../labels/display.ts";
import { timeText } from "../../labels/site-time.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { TextField } from "../../ui/field.tsx";
import { LEFT_WORDS } from "../../words/left.ts";
import { ReasonForm } from "../reason-form.tsx";
import { tickAct } from "../run-sheet/tick.ts";
import { StrikeForm } from "../strike-form.tsx";
import { DripRate, DripTimer } from "./drip-timer.tsx";
import { minutesFrom, Watch } from "./watch.tsx";
import { WeepPanel } from "./weep-panel.tsx";

interface TargetPanelProps {
  readonly connection: ConnectionState;
  readonly stage: Stage;
  readonly target: Target;
  readonly zone: string;
  /** What to shut at a weep; null: not known. */
  readonly first: ShutFirst | null;
  /** The water as it stands; null: signed. */
  readonly map: WaterMap | null;
  /** What is done before this stage is looked at, and is not; null: nothing. */
  readonly needed: RunStep | null;
  readonly act: (act: VisitAct) => boolean;
  /** Called when a look or an exception was kept: the check goes on to what is open next. */
  readonly onWritten: () => void;
  /** Called when a weeping joint was turned or re-made: it is looked at afresh, from the first stage that asks for it. */
  readonly onTouched: () => void;
  /** Strikes a look, with the reason. */
  readonly strike: (event: string, reason: string) => boolean;
}

/** What a target is called and what to look at. */
export function targetWords(
  connection: ConnectionState,
  target: Target,
  stage?: Stage["code"],
): { readonly title: string; readonly about: string } {
  if (target === WHOLE_CONNECTION)
    return {
      title: "The whole connection",
      about:
        stage === "look-back"
          ? "a dry tissue on every joint, from the top; what a day has brought out"
          : "everything in its place, nothing pulled or kinked",
    };
  const point = connection.checkpoints.find(({ letter }) => letter === target);
  if (point)
    return {
      title: `${point.letter} ${point.label}`,
      about: point.makeUp === undefined ? point.look : `${point.look}. Made up: ${point.makeUp}`,
    };
  const joint = connection.joints.find(({ joint: each }) => String(each.number) === target)?.joint;
  return joint ? { title: `Joint ${joint.number}`, about: joint.label } : { title: target, about: "" };
}

function EarlierChecks({
  connection,
  stage,
  target,
  zone,
  strike,
}: Pick<TargetPanelProps, "connection" | "stage" | "target" | "zone" | "strike">) {
  const looks = connection.checks.filter((check) => check.target === target && check.stage === stage.code);
  if (looks.length === 0) return null;
  return (
    <ul className="mt-2 text-small">
      {looks.map((check) => (
        <li key={check.id} className={check.stands ? "" : "text-quiet line-through"}>
          <time className="figure" dateTime={check.at}>
            {timeText(check.at, zone)}
          </time>{" "}
          <strong className={check.result === "dry" ? "text-dry-ink" : "text-wet-ink"}>{check.result}</strong>
          , {METHOD_WORDS[check.method]} {watchedInWords(check)}, {check.by}
          {check.result === "weeping" && <DripRate check={check} />}
          {check.note && `: ${check.note}`}
          <StrikeForm
            what={`the look of ${timeText(check.at, zone)}`}
            onStrike={(reason) => strike(check.id, reason)}
          />
        </li>
      ))}
    </ul>
  );
}

/** What comes before a look: the run, or the putting back; told here when it is done. */
function Needed({
  connection,
  step,
  act,
}: Pick<TargetPanelProps, "connection" | "act"> & { readonly step: RunStep }) {
  return (
    <div className="mt-3 flex flex-wrap items-center gap-3 notice notice-work" data-needed={step.id}>
      <p className="min-w-64 flex-1">
        <strong>First:</strong> {inShopUnits(step.text, step.ownWords)}
      </p>
      <button
        type="button"
        className="button button-main"
        onClick={() => act(tickAct(connection.id, step, null))}
        data-next-thing=""
      >
        {LEFT_WORDS[step.role === "place-back" ? "not-put-back" : "not-run"].settled}
      </button>
    </div>
  );
}

/** One target in one stage: look, say dry or weeping; what to do when it weeps; or why it goes unchecked. */
export function TargetPanel(props: TargetPanelProps) {
  const { connection, stage, target, zone, act, onWritten } = props;
  const [method, setMethod] = useState<CheckMethod>(stage.method);
  const [told, setTold] = useState("");
  const [note, setNote] = useState("");
  const [gapsSec, setGapsSec] = useState<readonly number[]>([]);
  const standing = standingOf(connection, target, stage.code);
  const { title, about } = targetWords(connection, target, stage.code);
  const weeps = weepingStage(connection, target);
  const minutes = minutesFrom(told);
  const isJoint = /^\d/.test(target);
  const write = (result: "dry" | "weeping") => {
    if (minutes === undefined) return;
    if (
      act({
        kind: "target-checked",
        connection: connection.id,
        target,
        stage: stage.code,
        result,
        method,
        watchedMin: minutes,
        note: note.trim(),
        ...(result === "weeping" && gapsSec.length > 0 ? { intervalsSec: gapsSec } : {}),
      })
    ) {
      setNote("");
      setTold("");
      if (result === "dry") onWritten();
    }
  };
  const isLocked = connection.signed !== null && stage.code !== "look-back";
  return (
    <section aria-label={`${title}, ${stage.label}`} className="mt-4 border-t-2 border-rule pt-3">
      <h2 className={weeps ? "text-large text-wet-ink" : "text-large"}>
        {weeps ? `${title} weeps` : title}{" "}
        <span className="text-body font-normal text-quiet">{stage.label.toLowerCase()}</span>
      </h2>
      <p className="text-quiet">{about}</p>
      {standing === "dry" && <p className="mt-2 text-title font-bold text-dry-ink">Dry.</p>}
      {standing === "exception" && <p className="mt-2 font-bold text-work-ink">Exception written down.</p>}
      {standing === "short" && (
        <p className="mt-2 font-bold text-work-ink">
          Dry so far, by a look shorter than {LEAST_WATCH_MIN[stage.code]} min: look again.
        </p>
      )}
      <EarlierChecks {...props} />
      {weeps && (
        <WeepPanel
          connection={connection}
          target={target}
          act={act}
          onTouched={props.onTouched}
          first={props.first}
          map={props.map}
        />
      )}
      {!isLocked && props.needed !== null && <Needed connection={connection} step={props.needed} act={act} />}
      {!isLocked && props.needed === null && (!weeps || !isJoint) && (
        <>
          <Watch
            connection={connection}
            target={target}
            stage={stage}
            zone={zone}
            method={method}
            onMethod={setMethod}
            told={told}
            onTold={setTold}
            onWiped={() => act({ kind: "joints-wiped", connection: connection.id, target })}
          />
          <TextField
            label="Seen (a cold pipe sweats: compare with a spot that has no joint)"
            value={note}
            maxLength={2000}
            onChange={setNote}
            className="mt-3"
          />
          <DripTimer onGaps={setGapsSec} />
          <div className="mt-3 flex flex-wrap gap-3">
            <button
              type="button"
              className="button button-dry min-w-32"
              onClick={() => write("dry")}
              data-next-thing=""
            >
              Dry
            </button>
            <button type="button" className="button button-wet min-w-32" onClick={() => write("weeping")}>
              Weeping
            </button>
          </div>
        </>
      )}
      {!isLocked && stage.required && standing !== "dry" && standing !== "exception" && (
        <Disclosure summary="Skip with a reason" className="mt-3">
          <ReasonForm
            label="Reason, as it will stand on the record"
            button="Write the exception"
            onSubmit={(reason) => {
              const isKept = act({
                kind: "exception-written",
                connection: connection.id,
                target,
                stage: stage.code,
                reason,
              });
              if (isKept) onWritten();
              return isKept;
            }}
          />
        </Disclosure>
      )}
    </section>
  );
}
