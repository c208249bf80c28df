/** The part of a turn past hand-tight as a dial: what is wanted, what has been turned, where it must stop. */
import { formatTurn } from "../core/units/index.ts";

interface TurnDialProps {
  /** Wanted range and hard maximum, turns. */
  readonly min: number;
  readonly max: number;
  readonly hardMax: number;
  readonly turned: number | null;
}

const RADIUS = 40;

function point(turns: number, scale: number, radius: number): string {
  const angle = (turns / scale) * 2 * Math.PI * 0.92;
  return `${(radius * Math.sin(angle)).toFixed(2)} ${(-radius * Math.cos(angle)).toFixed(2)}`;
}

function arc(from: number, to: number, scale: number, radius: number): string {
  const isLarge = ((to - from) / scale) * 0.92 > 0.5 ? 1 : 0;
  return `M${point(from, scale, radius)} A${radius} ${radius} 0 ${isLarge} 1 ${point(to, scale, radius)}`;
}

export function TurnDial({ min, max, hardMax, turned }: TurnDialProps) {
  const scale = Math.max(1, hardMax);
  const turnedText = turned === null ? "not counted yet" : `turned ${formatTurn(turned)}`;
  return (
    <svg
      className="strip"
      viewBox="-56 -56 112 112"
      width={112}
      height={112}
      role="img"
      aria-label={`Wanted ${formatTurn(min)} to ${formatTurn(max)}, never past ${formatTurn(hardMax)}; ${turnedText}`}
    >
      <path className="strip-hair" d={arc(0, scale, scale, RADIUS)} strokeWidth={7} opacity={0.35} />
      <path className="dial-wanted" d={arc(min, Math.max(max, min + 0.02), scale, RADIUS)} strokeWidth={9} />
      <path
        className="glyph-slash"
        d={`M${point(hardMax, scale, RADIUS - 9)} L${point(hardMax, scale, RADIUS + 9)}`}
        strokeWidth={3.5}
      />
      {turned !== null && (
        <path
          className="strip-line"
          d={`M0 0 L${point(Math.min(turned, scale), scale, RADIUS - 8)}`}
          strokeWidth={3}
        />
      )}
      <circle className="strip-metal" r={5} strokeWidth={1.5} />
    </svg>
  );
}
