import { useEffect, useState } from "react";
import type { CheckMethod, Stage } from "../../core/check/index.ts";
import { detectableMlPerMin, mlPerDay, USUAL_FIGURES, windowFor } from "../../core/watch/index.ts";
import { METHOD_CHOICES } from "../../labels/check-method.ts";

const MS_PER_MIN = 60_000;

interface WatchProps {
  readonly stage: Stage;
  readonly method: CheckMethod;
  readonly onMethod: (method: CheckMethod) => void;
  /** Minutes watched, as typed. */
  readonly watched: string;
  readonly onWatched: (text: string) => void;
}

/** Minutes from what was typed, or null. */
export function minutesFrom(text: string): number | null {
  const clean = text.trim().replace(",", ".");
  if (!/^\d{1,4}(\.\d{1,2})?$/.test(clean)) return null;
  const minutes = Number(clean);
  return minutes > 0 ? minutes : null;
}

function rateWords(method: CheckMethod, minutes: number): string {
  const rate = detectableMlPerMin(method, minutes);
  const figure = rate >= 0.01 ? rate.toFixed(3) : rate.toFixed(4);
  return `${figure} mL/min (${mlPerDay(rate).toFixed(rate >= 0.01 ? 0 : 1)} mL a day)`;
}

/** Swells a floor in a season, mL/min. */
const WANTED_ML_PER_MIN = 0.01;

function wantedWindow(method: CheckMethod): string {
  const minutes = windowFor({ method, process: null, figures: USUAL_FIGURES }, WANTED_ML_PER_MIN);
  return minutes === null ? "for ever" : `${Math.ceil(minutes * 10) / 10} min`;
}

/** How long it was watched and how, and what that can have seen. The clock only helps: minutes may be typed. */
export function Watch({ stage, method, onMethod, watched, onWatched }: WatchProps) {
  const [startedAt, setStartedAt] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (startedAt === null) return;
    const tick = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(tick);
  }, [startedAt]);
  const elapsedMin = startedAt === null ? 0 : Math.max(0, now - startedAt) / MS_PER_MIN;
  const minutes = minutesFrom(watched);
  const toggle = () => {
    if (startedAt === null) {
      setStartedAt(Date.now());
      setNow(Date.now());
    } else {
      onWatched((Math.max(1, Math.round(elapsedMin * 10)) / 10).toString());
      setStartedAt(null);
    }
  };
  const clock = `${Math.floor(elapsedMin)}:${String(Math.floor((elapsedMin % 1) * 60)).padStart(2, "0")}`;
  return (
    <div className="mt-3 grid gap-3 sm:grid-cols-[auto_auto_1fr] sm:items-end">
      <label>
        <span className="block text-small text-quiet">How</span>
        <select
          className="field"
          value={method}
          onChange={(event) =>
            onMethod(METHOD_CHOICES.find(([each]) => each === event.target.value)?.[0] ?? method)
          }
        >
          {METHOD_CHOICES.map(([each, words]) => (
            <option key={each} value={each}>
              {words}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span className="block text-small text-quiet">Watched, min (wanted {stage.watchMin})</span>
        <input
          className="field figure"
          inputMode="decimal"
          value={watched}
          aria-invalid={minutes === null}
          onChange={(event) => onWatched(event.target.value)}
        />
      </label>
      <button
        type="button"
        className="button figure"
        onClick={toggle}
        aria-label={startedAt === null ? "Start the clock" : "Stop the clock"}
      >
        {startedAt === null ? "Start the clock" : `${clock}  stop`}
      </button>
      <p className="text-small text-quiet sm:col-span-3">
        {minutes === null ? (
          <span className="fault">Type the minutes as a number, like 15 or 1.5.</span>
        ) : (
          <>
            Would have shown, 19 times in 20:{" "}
            <strong className="figure text-ink">{rateWords(method, minutes)}</strong> and more. An estimate,
            not a measurement. A leak of 0.01 mL/min takes{" "}
            <span className="figure">{wantedWindow(method)}</span> this way. It cannot see {stage.blindTo}.
          </>
        )}
      </p>
    </div>
  );
}
