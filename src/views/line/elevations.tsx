import { useEffect, useRef, useState } from "react";
import type { RatedLength } from "../../core/line/index.ts";
import { lengthText, shopUnit } from "../../labels/display.ts";
import { brokenFrames, leftOutIn, sizeOf } from "./broken-frame.ts";
import { Elevation } from "./elevation.tsx";
import type { LineChange, LineState } from "./line-state.ts";
import { frameOf } from "./projection.ts";
import { scaleOf, useInchesPerPixel } from "./use-inches-per-pixel.ts";
import { useNarrow } from "./use-narrow.ts";

interface ElevationsProps {
  readonly state: LineState;
  readonly rated: readonly RatedLength[];
  readonly chosenIn: number | null;
  readonly onGrab: () => void;
  readonly onChange: (change: LineChange) => void;
}

const GAP_IN = 1.5;
/** Room the drawing has at a desk, pixels: what the larger scale is chosen by. */
const ROOM_PX = { width: 630, height: 520 } as const;

const scaleFor = (width: number, height: number) => Math.min(ROOM_PX.width / width, ROOM_PX.height / height);

/** Returns the lengths that are drawn: the chosen one, and the next shorter and longer one that have a shape. */
export function drawnLengths(rated: readonly RatedLength[], chosenIn: number | null): readonly RatedLength[] {
  const shaped = rated.filter(({ curve }) => curve !== null).sort((a, b) => a.lengthIn - b.lengthIn);
  const at = shaped.findIndex(({ lengthIn }) => lengthIn === chosenIn);
  return at < 0 ? shaped.slice(0, 1) : shaped.slice(Math.max(0, at - 1), at + 2);
}

/** Front and side elevation to one scale: side by side or one under the other, whichever is larger. */
export function Elevations({ state, rated, chosenIn, onGrab, onChange }: ElevationsProps) {
  const svg = useRef<SVGSVGElement>(null);
  const isNarrow = useNarrow();
  const [isHeld, setHeld] = useState(false);
  const drawn = drawnLengths(rated, chosenIn);
  const chosen = drawn.filter(({ lengthIn }) => lengthIn === chosenIn).flatMap(({ curve }) => curve ?? []);
  const shown = chosen.length > 0 ? chosen : drawn.flatMap(({ curve }) => curve ?? []);
  const frames = { front: frameOf(state, shown, "front"), side: frameOf(state, shown, "side") };
  const wanted = brokenFrames(frames, state, shown);
  // While something is held the paper stays where it is.
  const kept = useRef(wanted);
  if (!isHeld) kept.current = wanted;
  const { front, side } = kept.current;
  useEffect(() => {
    const letGo = () => setHeld(false);
    window.addEventListener("pointerup", letGo);
    window.addEventListener("pointercancel", letGo);
    return () => {
      window.removeEventListener("pointerup", letGo);
      window.removeEventListener("pointercancel", letGo);
    };
  }, []);
  const [wide, deep, high] = [sizeOf(front.columns), sizeOf(side.columns), sizeOf(front.rows)];
  const beside = { width: wide + GAP_IN + deep, height: high };
  const stacked = { width: Math.max(wide, deep), height: 2 * high + GAP_IN };
  const isStacked =
    isNarrow || scaleFor(stacked.width, stacked.height) > scaleFor(beside.width, beside.height);
  const { width, height } = isStacked ? stacked : beside;
  const pxPerIn = () => (svg.current === null ? 0 : scaleOf(svg.current));
  const inPerPx = useInchesPerPixel(svg, width, height);
  const common = {
    state,
    rated: drawn,
    chosenIn,
    pxPerIn,
    inPerPx,
    onChange,
    onGrab: () => {
      setHeld(true);
      onGrab();
    },
  };
  const leftOut = Math.max(...[front.columns, side.columns, front.rows].map((each) => leftOutIn(each)));
  return (
    <>
      <svg ref={svg} className="bench" viewBox={`0 0 ${width} ${height}`} onKeyUp={() => setHeld(false)}>
        <title>Front and side elevation of the two ends and the lines between them</title>
        <Elevation seen="front" frame={front} at={[0, 0]} {...common} />
        <Elevation
          seen="side"
          frame={side}
          at={isStacked ? [0, high + GAP_IN] : [wide + GAP_IN, 0]}
          {...common}
        />
      </svg>
      <p className="text-small text-quiet">
        {shopUnit("in") === "in" ? "Inch squares." : "Squares of an inch, 25.4 mm."}
        {leftOut > 0 && ` Broken where the line runs straight: ${lengthText(leftOut)} left out.`}
      </p>
    </>
  );
}
