/** Parts and their faces as marks. Everything is drawn from the layout's numbers round the run's centre line, y = 0. */
import type { PlanPart } from "../core/plan/index.ts";
import { type DrawnFace, type DrawnPart, type EndFigures, FACE_WIDTH } from "./layout.ts";

function bodyClass(part: PlanPart): string {
  if (part.material === "copper") return "strip-copper";
  if (/poly|pex|plastic/.test(part.material) && part.kind !== "line") return "strip-plastic";
  return part.kind === "line" ? "strip-paper" : "strip-metal";
}

/** A nut with its flats, a thread with its crests, a plain end, or a socket. */
export function Face({ face, ends }: { readonly face: DrawnFace; readonly ends: EndFigures }) {
  const figure = ends[face.end];
  const from = face.side === 1 ? face.x : face.x - FACE_WIDTH;
  const material = face.plastic ? "strip-plastic" : "strip-metal";
  if (figure?.form === "plain") {
    const high = face.high * 0.55;
    return (
      <rect
        className={face.end.includes("copper") ? "strip-copper" : "strip-plastic"}
        x={from}
        y={-high / 2}
        width={FACE_WIDTH}
        height={high}
        strokeWidth={1.5}
      />
    );
  }
  if (figure?.gender === "m") {
    const high = face.high * 0.72;
    const crests = [3, 8, 13, 18]
      .map((at) => `M${from + at - 2} ${-high / 2} L${from + at + 1} ${high / 2}`)
      .join(" ");
    return (
      <g>
        <rect
          className={material}
          x={from}
          y={-high / 2}
          width={FACE_WIDTH}
          height={high}
          strokeWidth={1.5}
        />
        <path className="strip-line" d={crests} strokeWidth={1} />
      </g>
    );
  }
  const third = face.high / 6;
  return (
    <g>
      <rect
        className={material}
        x={from}
        y={-face.high / 2}
        width={FACE_WIDTH}
        height={face.high}
        strokeWidth={1.5}
      />
      {figure?.form === "socket" ? (
        <path className="strip-line" d={`M${from + FACE_WIDTH / 2} ${-third} V${third}`} strokeWidth={3} />
      ) : (
        <path
          className="strip-line"
          d={`M${from} ${-third} h${FACE_WIDTH} M${from} ${third} h${FACE_WIDTH}`}
          strokeWidth={1}
        />
      )}
    </g>
  );
}

const CUFF = 18;

function braid(x: number, width: number, high: number): string {
  const cells = Math.floor(width / 12);
  const marks: string[] = [];
  for (let cell = 0; cell < cells; cell += 1) {
    const at = x + cell * 12;
    marks.push(`M${at} ${-high / 2} L${at + 12} ${high / 2} M${at} ${high / 2} L${at + 12} ${-high / 2}`);
  }
  return marks.join(" ");
}

/** The sign that a length is not drawn whole. */
function Break({ x, high }: { readonly x: number; readonly high: number }) {
  const reach = high / 2 + 5;
  const line = (at: number) => `M${at} ${-reach} L${at + 5} 0 L${at - 3} 3 L${at + 2} ${reach}`;
  return (
    <g>
      <rect className="strip-paper" x={x - 5} y={-reach} width={12} height={reach * 2} />
      <path className="strip-line" d={`${line(x - 6)} ${line(x + 8)}`} strokeWidth={1.6} />
    </g>
  );
}

function LineBody({ x, width, high, part }: DrawnPart) {
  const inner = { x: x + CUFF, width: width - 2 * CUFF };
  const middle = x + width / 2;
  if (part.kind !== "line")
    return (
      <g>
        <rect className={bodyClass(part)} x={x} y={-high / 2} width={width} height={high} strokeWidth={1.5} />
        <Break x={middle} high={high} />
      </g>
    );
  return (
    <g>
      <rect className="strip-paper" x={inner.x} y={-high / 2} width={inner.width} height={high} />
      <path className="strip-hair" d={braid(inner.x, inner.width, high)} strokeWidth={0.8} />
      <path
        className="strip-line"
        d={`M${inner.x} ${-high / 2} h${inner.width} M${inner.x} ${high / 2} h${inner.width}`}
        strokeWidth={1.6}
      />
      <rect className="strip-cuff" x={x} y={-high / 2 - 1} width={CUFF} height={high + 2} strokeWidth={1.5} />
      <rect
        className="strip-cuff"
        x={x + width - CUFF}
        y={-high / 2 - 1}
        width={CUFF}
        height={high + 2}
        strokeWidth={1.5}
      />
      <Break x={middle} high={high} />
    </g>
  );
}

/** What a fitting does, shown on its body: a turn, a handle, a dome, a flap, a ball, a screen. */
function Badge({ x, width, high, part }: DrawnPart) {
  const middle = x + width / 2;
  const top = -high / 2;
  switch (part.kind) {
    case "elbow":
      return (
        <path
          className="strip-line"
          d={`M${middle - 10} -5 H${middle + 2} A6 6 0 0 1 ${middle + 8} 1 V9 M${middle + 4} 5 L${middle + 8} 10 L${middle + 12} 5`}
          strokeWidth={1.8}
        />
      );
    case "valve":
      return (
        <g>
          <rect className="strip-metal" x={middle - 4} y={top - 10} width={8} height={10} strokeWidth={1.5} />
          <rect className="strip-cuff" x={middle - 16} y={top - 18} width={32} height={8} strokeWidth={1.5} />
        </g>
      );
    case "arrestor":
      return (
        <path
          className="strip-metal"
          d={`M${middle - 11} ${top} V${top - 16} A11 11 0 0 1 ${middle + 11} ${top - 16} V${top} Z`}
          strokeWidth={1.5}
        />
      );
    case "backflow":
      return (
        <path
          className="strip-line"
          d={`M${middle - 8} -8 L${middle + 6} 0 L${middle - 8} 8 Z M${middle + 8} -9 V9`}
          strokeWidth={1.8}
        />
      );
    case "auto-shutoff":
      return <circle className="strip-line" cx={middle} cy={0} r={8} strokeWidth={1.8} />;
    case "filter":
      return (
        <path
          className="strip-line"
          d={`M${middle - 14} -7 h28 M${middle - 14} 0 h28 M${middle - 14} 7 h28`}
          strokeDasharray="3 3"
          strokeWidth={1.6}
        />
      );
    default:
      return null;
  }
}

export function PartShape({ drawn, ends }: { readonly drawn: DrawnPart; readonly ends: EndFigures }) {
  const { part, x, width, high } = drawn;
  return (
    <g>
      <title>{part.name}</title>
      <Face face={drawn.left} ends={ends} />
      {part.lengthIn === undefined ? (
        <g>
          <rect
            className={bodyClass(part)}
            x={x}
            y={-high / 2}
            width={width}
            height={high}
            strokeWidth={1.5}
          />
          <Badge {...drawn} />
        </g>
      ) : (
        <LineBody {...drawn} />
      )}
      <Face face={drawn.right} ends={ends} />
    </g>
  );
}

/** The wall a run begins at, and what comes out of it, as far as the first end. */
export function WallEnd({ toX }: { readonly toX: number }) {
  return (
    <>
      <path className="strip-line" d="M16 -34 V34" strokeWidth={2} />
      <path
        className="strip-hair"
        d="M16 -30 L4 -20 M16 -18 L4 -8 M16 -6 L4 4 M16 6 L4 16 M16 18 L4 28 M16 30 L8 37"
        strokeWidth={1.4}
      />
      <rect className="strip-metal" x={16} y={-13} width={toX - 16} height={26} strokeWidth={1.5} />
    </>
  );
}

/** The body that carries the last end of a run. */
export function FixtureEnd({ x, isPlastic }: { readonly x: number; readonly isPlastic: boolean }) {
  return (
    <rect
      className={isPlastic ? "strip-plastic" : "strip-metal"}
      x={x}
      y={-24}
      width={38}
      height={48}
      strokeWidth={1.5}
    />
  );
}
