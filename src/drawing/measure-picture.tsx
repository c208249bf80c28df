/** How to hold caliper, rule, gauge or light for each kind of measurement. */
import type { NextKind } from "../core/identify/index.ts";

const THREAD =
  "M46 34 h52 v8 l-4 4 4 4 -4 4 4 4 -4 4 4 4 -4 4 4 4 -4 4 4 4 v6 h-52 v-6 l4 -4 -4 -4 4 -4 -4 -4 4 -4 -4 -4 4 -4 -4 -4 4 -4 -4 -4 Z";
const BODY = "M38 88 h68 v18 h-68 Z";

function Thread() {
  return (
    <g>
      <path className="scene-brass" d={THREAD} />
      <path className="scene-brass" d={BODY} />
    </g>
  );
}

function Tool({ kind }: { readonly kind: NextKind }) {
  switch (kind) {
    case "across":
      return <path className="measure-tool" d="M34 8 V66 L46 58 V20 H98 V58 L110 66 V8 Z" />;
    case "span":
      return (
        <g>
          <path className="measure-tool" d="M140 34 H104 l-6 4 h6 V78 h-6 l6 4 h36 Z" />
          <path className="measure-line" d="M98 38 H86 M98 80 H86" />
        </g>
      );
    case "count":
      return (
        <g>
          <rect className="measure-tool" x={104} y={30} width={20} height={60} />
          <path
            className="measure-line"
            d="M104 38 h12 M104 46 h8 M104 54 h12 M104 62 h8 M104 70 h12 M104 78 h8"
          />
        </g>
      );
    case "taper":
      return (
        <g>
          <path className="measure-line" d="M40 38 H104 M38 80 H106" strokeDasharray="4 3" />
          <path className="measure-line" d="M120 38 V80 M115 43 l5 -5 5 5 M115 75 l5 5 5 -5" />
        </g>
      );
    case "thread":
      return (
        <path
          className="measure-tool"
          d="M140 30 H104 l-8 6 8 4 -8 4 8 4 -8 4 8 4 -8 4 8 4 -8 4 8 4 -8 4 8 4 V90 H140 Z"
        />
      );
    case "seat":
      return (
        <g>
          <path className="measure-line" d="M20 4 L56 30 M72 2 V26 M124 4 L88 30" />
          <ellipse className="scene-paper" cx={72} cy={34} rx={20} ry={5} />
        </g>
      );
    case "material":
      return <circle className="measure-lens" cx={104} cy={60} r={26} />;
    case "form":
    case "gender":
      return (
        <path className="measure-line" d="M20 60 q52 -48 104 0 q-52 48 -104 0 M72 48 a12 12 0 1 0 .1 0" />
      );
  }
}

/** Draws the tool at the end it is held to. */
export function MeasurePicture({ kind }: { readonly kind: NextKind }) {
  return (
    <svg className="measure-picture" viewBox="0 0 144 110" width="144" height="110" aria-hidden="true">
      <Thread />
      <Tool kind={kind} />
    </svg>
  );
}
