import type { Profile } from "../core/branch/index.ts";
import { quantityFigure, quantityText, shopUnit } from "../labels/display.ts";

interface BranchProfileProps {
  readonly profile: Profile;
  /** With nothing running, less the rise. */
  readonly headPsi: number;
  readonly leastPsi: number;
  /** Nobody has looked at the pipe before: drawn hollow. */
  readonly isBeforeAssumed: boolean;
  /** Whether the drawing has a phone's width. */
  readonly isNarrow: boolean;
}

const MARGIN = 44;
const PIPE_MIDDLE = 34;
/** Height of an inch of bore: the drawing's thickness is to scale. */
const PX_PER_IN_BORE = 40;
const TOP = 74;
const BOTTOM = 196;
/** Width of a part without length against the square root of its feet. */
const LEAST_SHARE = 0.55;

const LINE_KINDS = ["line", "tube", "riser"];

/** The branch from the supply to the inlet, its bores to one scale, and under it the pressure that is left while water flows. */
export function BranchProfile({ profile, headPsi, leastPsi, isBeforeAssumed, isNarrow }: BranchProfileProps) {
  const width = isNarrow ? 360 : 720;
  const { losses, residualPsi } = profile;
  const shares = losses.map(({ stretch }) => LEAST_SHARE + Math.sqrt(stretch.lengthFt));
  const whole = shares.reduce((sum, share) => sum + share, 0);
  const room = width - 2 * MARGIN;
  const top = Math.max(headPsi, leastPsi, 1) * 1.08;
  const y = (psi: number) => BOTTOM - (Math.max(0, psi) / top) * (BOTTOM - TOP);
  let x = MARGIN;
  let psi = headPsi;
  const places = losses.map(({ stretch, leftPsi }, at) => {
    const from = x;
    x += ((shares[at] ?? 0) / whole) * room;
    const before = psi;
    psi = leftPsi;
    return { stretch, from, to: x, before, after: leftPsi };
  });
  const points = places.flatMap(({ from, to, before, after }) => [
    `${from},${y(before)}`,
    `${to},${y(after)}`,
  ]);
  const ends = `${quantityText(headPsi, "psi")} at the supply, ${quantityText(residualPsi.likely, "psi")} left at the inlet`;
  return (
    <svg
      className="branch-profile"
      viewBox={`0 0 ${width} 222`}
      role="img"
      aria-label={`Pressure along the branch: ${ends}`}
    >
      {isBeforeAssumed && (
        <rect x={6} y={PIPE_MIDDLE - 11} width={MARGIN - 6} height={22} className="branch-unknown">
          <title>The pipe before: nobody has looked</title>
        </rect>
      )}
      {places.map(({ stretch, from, to }, at) => {
        const high = Math.max(6, stretch.boreIn * PX_PER_IN_BORE);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the branch's own order is what tells its parts apart.
          <g key={at}>
            <rect
              x={from}
              y={PIPE_MIDDLE - high / 2}
              width={to - from}
              height={high}
              className={
                LINE_KINDS.includes(stretch.kind)
                  ? "branch-line"
                  : stretch.kind === "pipe"
                    ? "branch-pipe"
                    : "branch-body"
              }
            />
            <text x={(from + to) / 2} y={PIPE_MIDDLE + 5} className="branch-number">
              {at + 1}
            </text>
          </g>
        );
      })}
      <text x={MARGIN} y={12} className="branch-end">
        supply
      </text>
      <text x={width - MARGIN} y={12} className="branch-end branch-right">
        inlet
      </text>
      {points.length > 0 && (
        <>
          <polygon
            points={`${MARGIN},${BOTTOM} ${points.join(" ")} ${width - MARGIN},${BOTTOM}`}
            className="branch-water"
          />
          <polyline points={points.join(" ")} className="branch-grade" />
          <line
            x1={width - MARGIN}
            x2={width - MARGIN}
            y1={y(residualPsi.high)}
            y2={y(residualPsi.low)}
            className="branch-range"
          />
        </>
      )}
      <line x1={MARGIN} x2={width - MARGIN} y1={y(leastPsi)} y2={y(leastPsi)} className="branch-least" />
      <text x={MARGIN + 4} y={y(leastPsi) - 4} className="branch-small">
        least {quantityFigure(leastPsi, "psi")}
      </text>
      <line x1={MARGIN} x2={width - MARGIN} y1={BOTTOM} y2={BOTTOM} className="branch-base" />
      <text x={MARGIN - 5} y={y(headPsi) + 5} className="branch-psi branch-right">
        {quantityFigure(headPsi, "psi")}
      </text>
      <text x={width - MARGIN + 5} y={y(residualPsi.likely) + 5} className="branch-psi">
        {quantityFigure(residualPsi.likely, "psi")}
      </text>
      <text x={MARGIN} y={216} className="branch-small">
        {shopUnit("psi")} left while water flows
      </text>
    </svg>
  );
}
