/** Ends and pitch combs at true size, once the screen has been calibrated. */
import { combPath, type Shape } from "./thread-shape.ts";

interface SilhouetteProps {
  readonly shape: Shape;
  /** CSS pixels to an inch on this screen. */
  readonly pxPerIn: number;
  readonly label: string;
}

const MARGIN_IN = 0.03;
/** Lines on the screen, in CSS pixels. */
const LINE_PX = 1.25;

export function Silhouette({ shape, pxPerIn, label }: SilhouetteProps) {
  const [width, height] = [shape.widthIn + 2 * MARGIN_IN, shape.heightIn + 2 * MARGIN_IN];
  const line = LINE_PX / pxPerIn;
  return (
    <svg
      className="true-size"
      width={(width * pxPerIn).toFixed(2)}
      height={(height * pxPerIn).toFixed(2)}
      viewBox={`${-MARGIN_IN} ${-MARGIN_IN} ${width.toFixed(4)} ${height.toFixed(4)}`}
      role="img"
      aria-label={label}
    >
      {shape.body.map((path) => (
        <path key={path} className="strip-metal" d={path} strokeWidth={line} strokeLinejoin="round" />
      ))}
      {shape.inner.map((path) => (
        <path
          key={path}
          className="strip-hair"
          d={path}
          strokeWidth={line}
          strokeDasharray={`${4 * line} ${3 * line}`}
        />
      ))}
      {shape.seat !== null && <path className="strip-cuff" d={shape.seat} strokeWidth={line} />}
    </svg>
  );
}

const COMB_TEETH = 10;

interface PitchCombProps {
  readonly pitchIn: number;
  readonly pxPerIn: number;
  readonly label: string;
}

/** A comb of ten teeth: hold the thread's flank against it. */
export function PitchComb({ pitchIn, pxPerIn, label }: PitchCombProps) {
  const width = COMB_TEETH * pitchIn;
  const height = pitchIn * 0.8 + 0.12;
  return (
    <svg
      className="true-size"
      width={(width * pxPerIn).toFixed(2)}
      height={(height * pxPerIn).toFixed(2)}
      viewBox={`0 -0.12 ${width.toFixed(4)} ${height.toFixed(4)}`}
      role="img"
      aria-label={label}
    >
      <path className="comb" d={combPath(pitchIn, COMB_TEETH)} />
    </svg>
  );
}
