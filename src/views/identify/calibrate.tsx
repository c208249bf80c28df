import { useId } from "react";
import { Disclosure } from "../../ui/disclosure.tsx";
import { CARD_LONG_IN, CARD_SHORT_IN, SCALE_LIMITS, type ScreenScale } from "./scale.ts";

interface CalibrateProps {
  readonly scale: ScreenScale;
  readonly onScale: (pxPerIn: number) => void;
}

const NUDGE = 0.25;

/** Once for each screen: a bank card's edge against a drawn one. */
export function Calibrate({ scale, onScale }: CalibrateProps) {
  const id = useId();
  const px = (inches: number) => (inches * scale.pxPerIn).toFixed(2);
  const nudge = (by: number) =>
    onScale(Math.min(SCALE_LIMITS.high, Math.max(SCALE_LIMITS.low, scale.pxPerIn + by)));
  return (
    <Disclosure
      summary={
        scale.isCalibrated ? (
          <>True size: calibrated on this screen</>
        ) : (
          <strong className="text-work-ink">Not true size yet: calibrate this screen with a bank card</strong>
        )
      }
      className="border-t border-hairline py-1"
    >
      <p className="text-quiet">
        Lay the long edge of a bank card (85.60 mm) on the frame and move the slider until they are equal.
      </p>
      <div className="mt-2 overflow-x-auto pb-1">
        <svg
          width={px(CARD_LONG_IN)}
          height={px(CARD_SHORT_IN / 3)}
          className="true-size"
          role="img"
          aria-label="Frame as long as a bank card"
        >
          <path
            className="strip-line"
            strokeWidth={2}
            d={`M1 ${px(CARD_SHORT_IN / 3)}V1H${Number(px(CARD_LONG_IN)) - 1}V${px(CARD_SHORT_IN / 3)}`}
          />
          <text x={10} y={24} className="figure fill-quiet" fontSize={13}>
            85.60 mm
          </text>
        </svg>
      </div>
      <div className="mt-1 flex items-center gap-2">
        <button
          type="button"
          className="button"
          onClick={() => nudge(-NUDGE)}
          aria-label="Frame a little shorter"
        >
          −
        </button>
        <label htmlFor={id} className="sr-only">
          Length of the frame
        </label>
        <input
          id={id}
          type="range"
          className="min-h-touch w-full accent-work"
          min={SCALE_LIMITS.low}
          max={SCALE_LIMITS.high}
          step={0.1}
          value={scale.pxPerIn}
          onChange={(event) => onScale(Number(event.target.value))}
        />
        <button
          type="button"
          className="button"
          onClick={() => nudge(NUDGE)}
          aria-label="Frame a little longer"
        >
          +
        </button>
      </div>
    </Disclosure>
  );
}
