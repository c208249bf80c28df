import type { LineCurve, RatedLength } from "../../core/line/index.ts";
import { WALL_SIDES, type WallSide } from "../../core/survey/index.ts";
import { lengthFigure, lengthText } from "../../labels/display.ts";
import { deferred } from "../../ui/deferred.tsx";
import { BREAK_IN, type BrokenFrame, partWith, sizeOf, startsOf } from "./broken-frame.ts";
import type { LineChange, LineState, Which } from "./line-state.ts";
import { lineEndOf } from "./line-state.ts";
import { nudgeOf } from "./nudge.ts";
import {
  directionAt,
  directionTurned,
  type ElevationSide,
  type Flat,
  type Frame,
  flatOf,
  HANDLE_IN,
  movedIn,
  pathOf,
} from "./projection.ts";

// What is pulled needs a script; the drawing stands without.
const Handle = deferred(async () => (await import("./handle.tsx")).Handle, null, "soon");

interface ElevationProps {
  readonly seen: ElevationSide;
  readonly frame: BrokenFrame;
  /** Where this elevation's frame starts in the whole drawing. */
  readonly at: Flat;
  readonly state: LineState;
  readonly rated: readonly RatedLength[];
  readonly chosenIn: number | null;
  readonly pxPerIn: () => number;
  /** Inches that a pixel takes: words and handles keep their size on the screen. */
  readonly inPerPx: number;
  readonly onGrab: () => void;
  readonly onChange: (change: LineChange) => void;
}

const TITLES: Readonly<Record<ElevationSide, string>> = { front: "FRONT", side: "FROM THE LEFT" };
const NAMES: Readonly<Record<Which, string>> = { a: "Supply", b: "Inlet" };
const WALL_IN = 0.6;
/** One bend of the wavy stroke of a break. */
const WAVE_IN = 2;
/** Sizes of words on the screen. */
const NAME_PX = 14;
const TITLE_PX = 14;
/** Room "Supply" takes, and half of a fitting with a little air. */
const NAME_WIDTH_PX = 54;
const FITTING_IN = 0.7;

/** Inch squares of the frame. */
function Grid({ frame: { u, v } }: { readonly frame: Frame }) {
  const lines: string[] = [];
  for (let x = u[0]; x <= u[1]; x += 1) lines.push(`M${x} ${v[0]}V${v[1]}`);
  for (let y = v[0]; y <= v[1]; y += 1) lines.push(`M${u[0]} ${y}H${u[1]}`);
  return <path className="bench-grid" d={lines.join("")} />;
}

/** Flats that are seen edge-on in an elevation, as bands inside its frame. */
function Walls({
  state,
  frame: { u, v },
  seen,
}: Pick<ElevationProps, "state" | "seen"> & { readonly frame: Frame }) {
  const bands = WALL_SIDES.flatMap((side) => {
    const distance = state.walls[side];
    const band = distance === undefined ? null : bandOf(side, distance, u, v, seen);
    return band === null ? [] : [{ side, band }];
  });
  return bands.map(({ side, band: [x, y, width, height] }) => (
    <rect key={side} className="bench-wall" x={x} y={y} width={width} height={height}>
      <title>{side}</title>
    </rect>
  ));
}

function bandOf(
  side: WallSide,
  distance: number,
  [left, right]: readonly [number, number],
  [top, bottom]: readonly [number, number],
  seen: ElevationSide,
): readonly [x: number, y: number, width: number, height: number] | null {
  const [before, after] = seen === "front" ? (["left", "right"] as const) : (["back", "front"] as const);
  if (side === before) return [-distance - WALL_IN, top, WALL_IN, bottom - top];
  if (side === after) return [distance, top, WALL_IN, bottom - top];
  if (side === "floor") return [left, distance, right - left, WALL_IN];
  if (side === "top") return [left, -distance - WALL_IN, right - left, WALL_IN];
  return null;
}

function Curve({
  rated,
  curve,
  seen,
  isChosen,
}: {
  rated: RatedLength;
  curve: LineCurve;
  seen: ElevationSide;
  isChosen: boolean;
}) {
  return (
    <path
      className={`bench-line bench-${rated.rating} ${isChosen ? "bench-chosen" : "bench-faint"}`}
      d={pathOf(curve.curve, seen)}
    />
  );
}

/** The stiff ends, and the ring round the worst bend, of the chosen line. */
function Chosen({ curve, state, seen }: { curve: LineCurve; state: LineState; seen: ElevationSide }) {
  const cuff = (which: Which) => {
    const { at, direction } = lineEndOf(state, which);
    const size = Math.hypot(...direction) || 1;
    const tip = at.map((value, axis) => value + (state.family.cuffIn * (direction[axis] ?? 0)) / size);
    const [u, v] = flatOf(at, seen);
    const [x, y] = flatOf([tip[0] ?? 0, tip[1] ?? 0, tip[2] ?? 0], seen);
    return `M${u} ${v}L${x} ${y}`;
  };
  const [u, v] = flatOf(curve.worst.at, seen);
  return (
    <g>
      <path className="bench-cuff" d={`${cuff("a")}${cuff("b")}`} />
      <circle className="bench-worst" cx={u} cy={v} r={0.55}>
        <title>The tightest bend: {lengthText(curve.minRadiusIn)}</title>
      </circle>
    </g>
  );
}

interface EndMarksProps
  extends Pick<ElevationProps, "seen" | "state" | "pxPerIn" | "inPerPx" | "onGrab" | "onChange"> {
  readonly which: Which;
  /** Right edge of the pane it stands in. */
  readonly right: number;
}

/** One end with its two handles: where it is, and which way it looks. */
function EndMarks({ which, seen, state, right, pxPerIn, inPerPx, onGrab, onChange }: EndMarksProps) {
  const { at, direction } = state.ends[which];
  const here = flatOf(at, seen);
  const [du, dv] = flatOf(direction, seen);
  const there: Flat = [here[0] + HANDLE_IN * du, here[1] + HANDLE_IN * dv];
  const off = flatOf(lineEndOf(state, which).at, seen);
  const words = `${lengthFigure(at[0])} right, ${lengthFigure(at[1])} up, ${lengthFigure(at[2])} out`;
  const angle = Math.round((Math.atan2(-dv, du) * 180) / Math.PI);
  const facing = Math.hypot(du, dv) < 0.2;
  // The names of two ends that lie one before the other stand apart.
  const other = flatOf(state.ends[which === "a" ? "b" : "a"].at, seen);
  const isNameBelow = here[1] > other[1] || (here[1] === other[1] && which === "a");
  const aside = Math.max(NAME_PX * inPerPx, FITTING_IN);
  const isNameBefore = here[0] + aside + NAME_WIDTH_PX * inPerPx > right;
  const pullWay = ([pu, pv]: Flat) =>
    onChange({
      type: "turned",
      which,
      direction: directionAt(direction, seen, [there[0] - here[0] + pu, there[1] - here[1] + pv]),
    });
  return (
    <g>
      {state.puts[which] !== null && (
        <path className="bench-part" d={`M${here[0]} ${here[1]}L${off[0]} ${off[1]}`} />
      )}
      <path className="bench-way" d={`M${here[0]} ${here[1]}L${there[0]} ${there[1]}`} />
      <rect className="bench-fitting" x={here[0] - 0.5} y={here[1] - 0.5} width={1} height={1} />
      <text
        className="bench-on"
        x={here[0] + (isNameBefore ? -aside : aside)}
        textAnchor={isNameBefore ? "end" : "start"}
        y={here[1] + (isNameBelow ? 1.6 : -0.9) * NAME_PX * inPerPx}
        fontSize={NAME_PX * inPerPx}
      >
        {NAMES[which]}
      </text>
      <Handle
        kind="way"
        name={`${NAMES[which]} direction, ${seen}`}
        at={there}
        words={facing ? "straight at you or away" : `${angle} degrees`}
        now={angle}
        pxPerIn={pxPerIn}
        inPerPx={inPerPx}
        onGrab={onGrab}
        onPull={pullWay}
        onNudge={([su, sv]) =>
          onChange({ type: "turned", which, direction: directionTurned(direction, seen, -(su + sv)) })
        }
      />
      <Handle
        kind="end"
        name={`${NAMES[which]}, ${seen}`}
        at={here}
        words={words}
        now={at[1]}
        pxPerIn={pxPerIn}
        inPerPx={inPerPx}
        onGrab={onGrab}
        onPull={(by) => onChange({ type: "moved", which, at: movedIn(at, seen, by) })}
        onNudge={(step, isLarge) =>
          onChange({ type: "moved", which, at: movedIn(at, seen, nudgeOf(step, isLarge)) })
        }
      />
    </g>
  );
}

/** Two wavy strokes across a gap between two parts of an axis. `size`: how far the other axis goes. */
function Break({
  at,
  size,
  isUpright,
}: {
  readonly at: number;
  readonly size: number;
  readonly isUpright: boolean;
}) {
  const wave = (from: number) => {
    const steps = Math.max(2, Math.round(size / WAVE_IN));
    const bends = Array.from({ length: steps }, (_, step) => {
      const aside = step % 2 === 0 ? 0.35 : -0.35;
      const along = size / steps;
      return isUpright ? `q${aside} ${along / 2} 0 ${along}` : `q${along / 2} ${aside} ${along} 0`;
    });
    return `M${isUpright ? `${from} 0` : `0 ${from}`}${bends.join("")}`;
  };
  return <path className="bench-break" d={`${wave(at + 0.45)}${wave(at + BREAK_IN - 0.45)}`} />;
}

/** One elevation of the setup, to scale, broken where a long line runs straight. */
export function Elevation({ seen, frame, at, state, rated, chosenIn, ...acts }: ElevationProps) {
  const chosen = rated.find(({ lengthIn }) => lengthIn === chosenIn);
  const others = rated.filter((each) => each !== chosen);
  const { columns, rows } = frame;
  const [lefts, tops] = [startsOf(columns), startsOf(rows)];
  const [width, height] = [sizeOf(columns), sizeOf(rows)];
  const panes = columns.flatMap((u, column) =>
    rows.map((v, row) => ({ u, v, column, row, x: lefts[column] ?? 0, y: tops[row] ?? 0 })),
  );
  /** The ends of a line stand in the pane they lie in. */
  const endsIn = (column: number, row: number) =>
    (["a", "b"] as const).filter((which) => {
      const [u, v] = flatOf(state.ends[which].at, seen);
      return partWith(columns, u) === column && partWith(rows, v) === row;
    });
  return (
    <g transform={`translate(${at[0]} ${at[1]})`}>
      {panes.map(({ u, v, column, row, x, y }) => {
        const [wide, high] = [u[1] - u[0], v[1] - v[0]];
        const place = { x, y, width: wide, height: high, viewBox: `${u[0]} ${v[0]} ${wide} ${high}` };
        return (
          <g key={`${column} ${row}`}>
            <svg {...place} aria-hidden="true">
              <Grid frame={{ u, v }} />
              <Walls state={state} frame={{ u, v }} seen={seen} />
              {others.map(
                (each) =>
                  each.curve && (
                    <Curve key={each.lengthIn} rated={each} curve={each.curve} seen={seen} isChosen={false} />
                  ),
              )}
              {chosen?.curve && (
                <>
                  <Curve rated={chosen} curve={chosen.curve} seen={seen} isChosen />
                  <Chosen curve={chosen.curve} state={state} seen={seen} />
                </>
              )}
            </svg>
            <g transform={`translate(${x - u[0]} ${y - v[0]})`}>
              {endsIn(column, row).map((which) => (
                <EndMarks key={which} which={which} seen={seen} state={state} right={u[1]} {...acts} />
              ))}
            </g>
          </g>
        );
      })}
      {lefts.slice(1).map((left) => (
        <Break key={`u ${left}`} at={left - BREAK_IN} size={height} isUpright />
      ))}
      {tops.slice(1).map((top) => (
        <Break key={`v ${top}`} at={top - BREAK_IN} size={width} isUpright={false} />
      ))}
      <text
        className="bench-title"
        x={0.4 * TITLE_PX * acts.inPerPx}
        y={1.2 * TITLE_PX * acts.inPerPx}
        fontSize={TITLE_PX * acts.inPerPx}
      >
        {TITLES[seen]}
      </text>
    </g>
  );
}
