import { useState } from "react";
import type { Check } from "../../core/check/index.ts";
import { judgeWatch, litresPerYear, rateText, USUAL_FIGURES } from "../../core/watch/index.ts";
import { Disclosure } from "../../ui/disclosure.tsx";

const MS = 1000;

/** What drips come to: mL an hour and litres a year, with the interval. */
function rateOf(intervalsSec: readonly number[]) {
  const { estimateMlPerMin, low, high } = judgeWatch(
    { method: "drips", process: null, figures: USUAL_FIGURES },
    { windowMin: null, intervalsSec },
  );
  return { rate: estimateMlPerMin ?? 0, low: low ?? 0, high: high ?? 0 };
}

function RateLine({ intervalsSec }: { readonly intervalsSec: readonly number[] }) {
  const { rate, low, high } = rateOf(intervalsSec);
  return (
    <>
      <strong className="figure">{rateText(rate * 60)} mL/h</strong>, {rateText(litresPerYear(rate))} L a
      year; 19 times in 20 between <span className="figure">{rateText(low * 60)}</span> and{" "}
      <span className="figure">{rateText(high * 60)} mL/h</span>
    </>
  );
}

/** Rate of a weep whose drips were timed. */
export function DripRate({ check: { intervalsSec } }: { readonly check: Check }) {
  return intervalsSec === undefined ? null : (
    <span className="block">
      {intervalsSec.length + 1} drips timed: <RateLine intervalsSec={intervalsSec} />
    </span>
  );
}

/** Drips timed by tapping one big button as each falls. */
export function DripTimer({ onGaps }: { readonly onGaps: (gapsSec: readonly number[]) => void }) {
  const [taps, setTaps] = useState<readonly number[]>([]);
  const gapsOf = (times: readonly number[]) =>
    times.slice(1).map((at, index) => Math.max(0.1, Number(((at - (times[index] ?? at)) / MS).toFixed(2))));
  const gaps = gapsOf(taps);
  const set = (times: readonly number[]) => {
    setTaps(times);
    onGaps(gapsOf(times));
  };
  return (
    <Disclosure summary="Time the drips" className="mt-3">
      <div className="flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="button min-h-22 min-w-48 text-large"
          onClick={() => set([...taps, performance.now()])}
        >
          Drip{taps.length > 0 ? ` ${taps.length}` : ""}
        </button>
        {taps.length > 0 && (
          <button type="button" className="button button-plain" onClick={() => set([])}>
            Begin again
          </button>
        )}
        <p role="status" className="min-w-48 flex-1">
          {gaps.length === 0 ? (
            "Tap as each drip falls. Three gaps tell more than one."
          ) : (
            <RateLine intervalsSec={gaps} />
          )}
        </p>
      </div>
    </Disclosure>
  );
}
