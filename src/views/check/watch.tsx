import { useEffect, useState } from "react";
import type { CheckMethod, Stage, Target } from "../../core/check/index.ts";
import { collectedMin, collectsSince, LEAST_WATCH_MIN } from "../../core/check/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";
import { detectableMlPerMin, mlPerDay, USUAL_FIGURES, windowFor } from "../../core/watch/index.ts";
import { METHOD_CHOICES } from "../../labels/check-method.ts";
import { timeText } from "../../labels/site-time.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { SelectField } from "../../ui/field.tsx";

interface WatchProps {
  readonly connection: ConnectionState;
  readonly target: Target;
  readonly stage: Stage;
  readonly zone: string;
  readonly method: CheckMethod;
  readonly onMethod: (method: CheckMethod) => void;
  /** Minutes by the plumber's own clock, as typed; empty: the visit's clock counts. */
  readonly told: string;
  readonly onTold: (text: string) => void;
  readonly onWiped: () => void;
}

/** Returns minutes from what was typed; null: nothing was; undefined: no number. */
export function minutesFrom(text: string): number | null | undefined {
  const clean = text.trim().replace(",", ".");
  if (clean === "") return null;
  if (!/^\d{1,4}(\.\d{1,2})?$/.test(clean)) return undefined;
  const minutes = Number(clean);
  return minutes > 0 ? minutes : undefined;
}

function rateWords(method: CheckMethod, minutes: number): string {
  const rate = detectableMlPerMin(method, minutes);
  const figure = rate >= 0.01 ? rate.toFixed(3) : rate.toFixed(4);
  return `${figure} mL/min (${mlPerDay(rate).toFixed(rate >= 0.01 ? 0 : 1)} mL a day)`;
}

/** Swells a floor in a season, mL/min. */
const WANTED_ML_PER_MIN = 0.01;
/** The clock on the screen moves on so often, ms. */
const TICK_MS = 1000;

function wantedWindow(method: CheckMethod): string {
  const minutes = windowFor({ method, process: null, figures: USUAL_FIGURES }, WANTED_ML_PER_MIN);
  return minutes === null ? "for ever" : `${Math.ceil(minutes * 10) / 10} min`;
}

function clockText(sinceIso: string, now: number): string {
  const seconds = Math.max(0, Math.floor((now - Date.parse(sinceIso)) / 1000));
  const minutes = Math.floor(seconds / 60);
  if (minutes >= 180) return `${Math.floor(minutes / 60)} h`;
  return `${minutes}:${String(seconds % 60).padStart(2, "0")}`;
}

/** How it is looked at, how long the joint has collected water, and what a look now can have seen. The clock is the visit's own. */
export function Watch(props: WatchProps) {
  const { connection, target, stage, zone, method, onMethod, told, onTold, onWiped } = props;
  const [now, setNow] = useState<number | null>(null);
  useEffect(() => {
    setNow(Date.now());
    const tick = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(tick);
  }, []);
  const since = collectsSince(connection, target);
  const toldMin = minutesFrom(told);
  const clockMin = now === null ? null : collectedMin(connection, target, new Date(now).toISOString());
  const minutes = toldMin ?? clockMin;
  const least = LEAST_WATCH_MIN[stage.code];
  return (
    <div className="mt-3 grid gap-3">
      <div className="flex flex-wrap items-end gap-3">
        <SelectField label="How" options={METHOD_CHOICES} value={method} onChange={onMethod} />
        <p className="min-h-touch">
          <span className="block text-small text-quiet">
            {since === null ? "No water yet" : `Collecting since ${timeText(since, zone)}`}; wanted{" "}
            <span className="figure">{stage.watchMin} min</span>
          </span>
          {since !== null && now !== null && (
            <strong className="figure text-lead" data-collected="">
              {clockText(since, now)}
            </strong>
          )}
        </p>
        <button type="button" className="button" onClick={onWiped}>
          Wiped dry now
        </button>
      </div>
      <p className="text-small text-quiet">
        {toldMin === undefined ? (
          <span className="fault">Type the minutes as a number, like 15 or 1.5, or leave it empty.</span>
        ) : minutes === null ? null : (
          <>
            A look now would show, 19 times in 20,{" "}
            <strong className="figure text-ink">{rateWords(method, minutes)}</strong> and more. An estimate,
            not a measurement. A leak of 0.01 mL/min takes{" "}
            <span className="figure">{wantedWindow(method)}</span> this way. It cannot see {stage.blindTo}.
            {minutes < least && (
              <span className="block text-work-ink">
                Kept as a short look: this stage stays open until a look speaks for {least} min.
              </span>
            )}
          </>
        )}
      </p>
      <Disclosure
        summary={<>I watched by another clock{told === "" ? "" : `: ${told} min`}</>}
        className="text-small"
      >
        <label className="block">
          <span className="block text-quiet">Watched, min (the record says that you told it)</span>
          <input
            className="field figure max-w-40"
            inputMode="decimal"
            value={told}
            aria-invalid={toldMin === undefined}
            onChange={(event) => onTold(event.target.value)}
          />
        </label>
      </Disclosure>
    </div>
  );
}
