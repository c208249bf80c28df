/** Kinds of stop as small pictures, for choosing by look. */
import type { Survey } from "../core/survey/index.ts";

type StopKind = Survey["stop"]["kind"];

function Handle({ kind }: { readonly kind: StopKind }) {
  if (kind === "quarter-turn")
    return (
      <g>
        <path className="scene-line" d="M38 22 h12" strokeWidth={3} />
        <rect className="scene-steel" x={49} y={6} width={7} height={32} rx={2} />
      </g>
    );
  if (kind === "multi-turn")
    return (
      <g>
        <path className="scene-line" d="M38 22 h10" strokeWidth={3} />
        <circle className="scene-steel" cx={56} cy={22} r={10} />
        <path className="scene-line" d="M56 13 v18 M47 22 h18" strokeWidth={1.4} />
      </g>
    );
  return null;
}

/** Draws one kind of stop, its outlet up. */
export function StopGlyph({ kind }: { readonly kind: StopKind }) {
  if (kind === "unknown")
    return (
      <svg className="stop-glyph" viewBox="0 0 72 44" width="72" height="44" aria-hidden="true">
        <rect className="scene-hollow" x={16} y={8} width={40} height={30} />
      </svg>
    );
  if (kind === "box-valve")
    return (
      <svg className="stop-glyph" viewBox="0 0 72 44" width="72" height="44" aria-hidden="true">
        <rect className="scene-sheet" x={6} y={4} width={60} height={36} />
        <path className="scene-line" d="M24 6 v8 M48 6 v8" strokeWidth={3} />
        <rect className="scene-brass" x={17} y={14} width={14} height={12} />
        <rect className="scene-brass" x={41} y={14} width={14} height={12} />
        <path className="scene-line" d="M20 26 v10 M28 26 v10 M44 26 v10 M52 26 v10" strokeWidth={1.4} />
      </svg>
    );
  return (
    <svg className="stop-glyph" viewBox="0 0 72 44" width="72" height="44" aria-hidden="true">
      <rect className="scene-copper" x={2} y={18} width={14} height={8} />
      <rect className="scene-brass" x={16} y={11} width={22} height={22} />
      <rect className="scene-brass" x={21} y={2} width={12} height={10} />
      <Handle kind={kind} />
    </svg>
  );
}
