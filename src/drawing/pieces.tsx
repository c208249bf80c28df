/** The pieces of one joint pulled apart along its axis, in the order they go on, with the turn that closes it. */
import type { PlanJoint } from "../core/plan/index.ts";
import { formatTurns } from "../core/units/index.ts";
import type { EndFigures } from "./layout.ts";
import { Face } from "./part-shape.tsx";
import { endName } from "./part-words.ts";

const STEP = 118;

/** Width of a figure's character at the size the ends are written in, pixels. */
const CHARACTER_PX = 7.7;
/** Names of pieces stand below the pieces, names of the two ends below those: neither runs into the other. */
const [PIECE_NAME_Y, END_NAME_Y] = [50, 72];

/** A piece's mark, by what its name says it is. */
function PieceMark({ name, x }: { readonly name: string; readonly x: number }) {
  if (/nut/.test(name))
    return (
      <g>
        <rect
          className={/plastic/.test(name) ? "strip-plastic" : "strip-metal"}
          x={x - 18}
          y={-32}
          width={36}
          height={64}
          strokeWidth={1.5}
        />
        <path className="strip-line" d={`M${x - 18} -11 h36 M${x - 18} 11 h36`} strokeWidth={1} />
      </g>
    );
  if (/cone/.test(name))
    return (
      <path className="strip-cuff" d={`M${x - 15} -18 L${x + 15} -9 V9 L${x - 15} 18 Z`} strokeWidth={1.5} />
    );
  if (/bevel/.test(name))
    return (
      <path className="strip-cuff" d={`M${x - 6} -26 L${x + 8} -18 V18 L${x - 6} 26 Z`} strokeWidth={1.5} />
    );
  if (/washer/.test(name))
    return <rect className="strip-cuff" x={x - 5} y={-24} width={10} height={48} strokeWidth={1.5} />;
  if (/ferrule/.test(name))
    return (
      <path
        className={/plastic/.test(name) ? "strip-plastic" : "strip-metal"}
        d={`M${x - 12} -10 L${x} -19 L${x + 12} -10 V10 L${x} 19 L${x - 12} 10 Z`}
        strokeWidth={1.5}
      />
    );
  if (/insert/.test(name))
    return (
      <path
        className="strip-plastic"
        d={`M${x - 14} -7 H${x + 8} V-13 H${x + 13} V13 H${x + 8} V7 H${x - 14} Z`}
        strokeWidth={1.5}
      />
    );
  if (/sealant|flux|primer|cement|solder/.test(name))
    return (
      <path
        className="strip-line"
        d={`M${x - 20} -16 C${x - 10} -24 ${x - 6} -6 ${x} -16 S${x + 12} -6 ${x + 20} -16 M${x - 20} 10 C${x - 10} 2 ${x - 6} 20 ${x} 10 S${x + 12} 20 ${x + 20} 10`}
        strokeWidth={2}
      />
    );
  if (/ring|clamp|clip|press/.test(name))
    return <path className="strip-line" d={`M${x - 8} -22 V22 M${x + 8} -22 V22`} strokeWidth={4} />;
  return <rect className="strip-copper" x={x - 28} y={-13} width={56} height={26} strokeWidth={1.5} />;
}

/** Which end the other pieces go onto: the male thread, the socket, or the wall's side. */
function onto(
  [left, right]: NonNullable<PlanJoint["ends"]>,
  ends: EndFigures,
): readonly [base: string, brought: string] {
  const isBase = (code: string) => ends[code]?.gender === "m" || ends[code]?.form === "socket";
  return !isBase(left) && isBase(right) ? [right, left] : [left, right];
}

interface PiecesProps {
  readonly joint: PlanJoint;
  readonly ends: EndFigures;
}

export function PiecesInOrder({ joint, ends }: PiecesProps) {
  // The two halves of a union show no end of their own.
  const [base, brought] = joint.ends === null ? ["one half", "the other half"] : onto(joint.ends, ends);
  const pieces = joint.pieces.filter((piece) => !/tube home|pushed|tube pushed/.test(piece));
  const [baseName, broughtName] = [endName(ends, base), endName(ends, brought)];
  const width = Math.max(
    STEP * (pieces.length + 2) - 20,
    CHARACTER_PX * (baseName.length + broughtName.length) + 28,
  );
  const at = (place: number) => 46 + STEP * place;
  const face = (end: string, x: number, side: 1 | -1) => ({
    x,
    side,
    end,
    high: 48,
    plastic: /plastic/.test(joint.label) && side === -1,
  });
  return (
    <svg
      className="strip"
      viewBox={`0 -84 ${width} 164`}
      width={width}
      height={164}
      role="img"
      aria-label={`In order: onto ${ends[base]?.name ?? base}, ${pieces.join(", then ")}, with ${ends[brought]?.name ?? brought}`}
    >
      <path className="strip-hair" d={`M6 0 H${width - 6}`} strokeDasharray="5 5" strokeWidth={1.2} />
      <rect className="strip-metal" x={4} y={-22} width={26} height={44} strokeWidth={1.5} />
      <Face face={face(base, 30, 1)} ends={ends} />
      <text className="strip-figure strip-quiet" x={4} y={END_NAME_Y} fontSize={12.5}>
        {baseName}
      </text>
      {pieces.map((piece, index) => (
        <g key={piece}>
          <PieceMark name={piece} x={at(index + 1)} />
          <text x={at(index + 1)} y={PIECE_NAME_Y} fontSize={12.5} textAnchor="middle">
            {index + 1}. {piece}
          </text>
        </g>
      ))}
      <rect className="strip-paper" x={at(pieces.length + 1) - 30} y={-12} width={56} height={24} />
      <path
        className="strip-line"
        d={`M${at(pieces.length + 1) + 26} -12 H${at(pieces.length + 1) - 30} V12 H${at(pieces.length + 1) + 26}`}
        strokeWidth={1.5}
      />
      <text
        className="strip-figure strip-quiet"
        x={width - 4}
        y={END_NAME_Y}
        fontSize={12.5}
        textAnchor="end"
      >
        {broughtName}
      </text>
      {joint.turns !== null && (
        <g>
          <path
            className="dial-turn"
            d={`M${width / 2 - 14} -46 A16 16 0 1 1 ${width / 2 + 12} -50 M${width / 2 + 14} -60 L${width / 2 + 12} -49 L${width / 2 + 2} -52`}
            strokeWidth={2}
          />
          <text className="strip-figure" x={width / 2 + 24} y={-54} fontSize={12.5}>
            {formatTurns(joint.turns)}
          </text>
        </g>
      )}
    </svg>
  );
}
