import { useEffect, useRef, useState } from "react";
import { inShopUnits } from "../../labels/display.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { leftInWords, type Wait } from "../run-sheet/waits.ts";

const SECOND_MS = 1000;
/** Waits people start by hand, minutes: cooling, a hold test, penetrating oil. */
const BY_HAND_MIN = [5, 15, 30] as const;

/** Two short tones, made here: nothing to load. */
function ring(): void {
  const sound = new AudioContext();
  for (const start of [0, 0.35]) {
    const tone = sound.createOscillator();
    const loud = sound.createGain();
    tone.frequency.value = 880;
    loud.gain.value = 0.25;
    tone.connect(loud).connect(sound.destination);
    tone.start(sound.currentTime + start);
    tone.stop(sound.currentTime + start + 0.2);
  }
}

function tellOver({ id, label, text }: Wait): void {
  try {
    ring();
  } catch {
    // No sound device: the line on the screen says it.
  }
  navigator.vibrate?.([200, 100, 200]);
  if ("Notification" in window && Notification.permission === "granted")
    new Notification(`Wait over: ${label}`, { body: text, tag: id });
}

/** The waits that run, counted down; each rings once when it is over. */
export function WaitTimers({ waits }: { readonly waits: readonly Wait[] }) {
  const [now, setNow] = useState<number | null>(null);
  const [byHand, setByHand] = useState<readonly Wait[]>([]);
  const [mayTell, setMayTell] = useState<NotificationPermission | null>(null);
  const told = useRef<ReadonlySet<string>>(new Set());
  const all = [...waits, ...byHand].toSorted((a, b) => a.endsAt - b.endsAt);
  const isRunning = all.length > 0;
  useEffect(() => {
    setNow(Date.now());
    if ("Notification" in window) setMayTell(Notification.permission);
    if (!isRunning) return;
    const tick = setInterval(() => setNow(Date.now()), SECOND_MS);
    return () => clearInterval(tick);
  }, [isRunning]);
  useEffect(() => {
    if (now === null) return;
    const over = all.filter(({ id, endsAt }) => endsAt <= now && !told.current.has(id));
    // What was over before the page was opened has rung already, or rings for nobody.
    for (const wait of over) if (now - wait.endsAt < 3 * SECOND_MS) tellOver(wait);
    if (over.length > 0) told.current = new Set([...told.current, ...over.map(({ id }) => id)]);
  });
  return (
    <section aria-label="Timers" className="mt-3">
      {now !== null && all.length > 0 && (
        <ul>
          {all.map(({ id, label, text, endsAt }) => (
            <li
              key={id}
              className={`flex items-baseline gap-x-3 border-l-4 px-3 py-1 ${endsAt <= now ? "border-dry bg-dry-wash" : "border-work"}`}
            >
              <strong className="figure min-w-16 text-large">{leftInWords(endsAt, now)}</strong>
              <span className="min-w-0">
                {label} <span className="text-small text-quiet">{inShopUnits(text)}</span>
              </span>
              {byHand.some((each) => each.id === id) && (
                <button
                  type="button"
                  className="ml-auto min-h-touch cursor-pointer px-2 underline"
                  onClick={() => setByHand(byHand.filter((each) => each.id !== id))}
                >
                  Stop<span className="sr-only"> the wait: {label}</span>
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <Disclosure summary="Start a timer" className="text-small">
        <p className="flex flex-wrap gap-2">
          {BY_HAND_MIN.map((minutes) => (
            <button
              key={minutes}
              type="button"
              className="button figure"
              onClick={() => {
                const at = Date.now();
                setNow(at);
                setByHand([
                  ...byHand,
                  {
                    id: `hand ${at}`,
                    label: `${minutes} min`,
                    text: "started by hand",
                    endsAt: at + minutes * 60_000,
                  },
                ]);
              }}
            >
              {minutes} min
            </button>
          ))}
          {mayTell === "default" && (
            <button
              type="button"
              className="button"
              onClick={() => void Notification.requestPermission().then(setMayTell)}
            >
              Tell me when a wait is over
            </button>
          )}
        </p>
      </Disclosure>
    </section>
  );
}
