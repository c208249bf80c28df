import type { LineCurve, RatedLength } from "../../core/line/index.ts";
import { WALL_SIDES, type WallSide } from "../../core/survey/index.ts";
import { formatInches } from "../../core/units/index.ts";
import { Handle, nudgeOf } from "./handle.tsx";
import type { LineChange, LineState, Which } from "./line-state.ts";
import { lineEndOf } from "./line-state.ts";
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

interface ElevationProps {
  readonly seen: ElevationSide;
  readonly frame: Frame;
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
/** Sizes of words on the screen. */
const NAME_PX = 14;
const TITLE_PX = 14;

/** Inch squares of the frame. */
function Grid({ frame: { u, v } }: { readonly frame: Frame }) {
  const lines: string[] = [];
  for (let x = u[0]; x <= u[1]; x += 1) lines.push(`M${x} ${v[0]}V${v[1]}`);
  for (let y = v[0]; y <= v[1]; y += 1) lines.push(`M${u[0]} ${y}H${u[1]}`);
  return <path className="bench-grid" d={lines.join("")} />;
}

/** Flats that are seen edge-on in an elevation, as bands inside its frame. */
function Walls({ state, frame: { u, v }, seen }: Pick<ElevationProps, "state" | "frame" | "seen">) {
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
        <title>The tightest bend: {formatInches(curve.minRadiusIn)} in</title>
      </circle>
    </g>
  );
}

interface EndMarksProps
  extends Pick<ElevationProps, "seen" | "state" | "pxPerIn" | "inPerPx" | "onGrab" | "onChange"> {
  readonly which: Which;
}

/** One end with its two handles: where it is, and which way it looks. */
function EndMarks({ which, seen, state, pxPerIn, inPerPx, onGrab, onChange }: EndMarksProps) {
  const { at, direction } = state.ends[which];
  const here = flatOf(at, seen);
  const [du, dv] = flatOf(direction, seen);
  const there: Flat = [here[0] + HANDLE_IN * du, here[1] + HANDLE_IN * dv];
  const off = flatOf(lineEndOf(state, which).at, seen);
  const words = `${formatInches(at[0])} right, ${formatInches(at[1])} up, ${formatInches(at[2])} out`;
  const angle = Math.round((Math.atan2(-dv, du) * 180) / Math.PI);
  const facing = Math.hypot(du, dv) < 0.2;
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
        x={here[0] + NAME_PX * inPerPx}
        y={here[1] + 1.6 * NAME_PX * inPerPx}
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

/** One elevation of the setup, to scale. */
export function Elevation({ seen, frame, at, state, rated, chosenIn, ...acts }: ElevationProps) {
  const chosen = rated.find(({ lengthIn }) => lengthIn === chosenIn);
  const others = rated.filter((each) => each !== chosen);
  return (
    <g transform={`translate(${at[0] - frame.u[0]} ${at[1] - frame.v[0]})`}>
      <Grid frame={frame} />
      <Walls state={state} frame={frame} seen={seen} />
      <text
        className="bench-title"
        x={frame.u[0] + 0.4 * TITLE_PX * acts.inPerPx}
        y={frame.v[0] + 1.2 * TITLE_PX * acts.inPerPx}
        fontSize={TITLE_PX * acts.inPerPx}
      >
        {TITLES[seen]}
      </text>
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
      {(["a", "b"] as const).map((which) => (
        <EndMarks key={which} which={which} seen={seen} state={state} {...acts} />
      ))}
    </g>
  );
}
