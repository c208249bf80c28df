/** The run strip: one connection from the wall (left) to its fixture (right), parts to scale, joints as numbered glyphs. */
import type { ReactNode } from "react";
import { JointGlyph } from "./glyph.tsx";
import { jointStripText } from "./joint-strip.tsx";
import { type DrawnAside, type DrawnPart, layOutStrip } from "./layout.ts";
import { Face, FixtureEnd, PartShape, WallEnd } from "./part-shape.tsx";
import { asideWords, endName, endWords, shortName } from "./part-words.ts";
import type { RunProps } from "./run-props.ts";

/** Words under a part. Under a fork they stand to the right of what drops from it. */
function PartLabel({ drawn, isFork }: { readonly drawn: DrawnPart; readonly isFork: boolean }) {
  const [what, more] = shortName(drawn.part);
  const y = 44 + drawn.row * 32;
  const middle = drawn.x + drawn.width / 2;
  const [x, anchor] = isFork ? [middle + 8, "start" as const] : [middle, "middle" as const];
  return (
    <g>
      <text x={x} y={y} fontSize={12.5} textAnchor={anchor}>
        {what}
      </text>
      <text className="strip-quiet strip-figure" x={x} y={y + 15} fontSize={12.5} textAnchor={anchor}>
        {more}
      </text>
    </g>
  );
}

/** Room under the labels for what a fork feeds besides. */
const ASIDE_DEPTH = 60;

interface AsideProps {
  readonly aside: DrawnAside;
  readonly y: number;
  readonly words: string;
  /** What the branch ends at, and by what. */
  readonly more: string;
  readonly children: ReactNode;
}

/** The branch that drops from a fork: its joints, and what it goes on feeding. */
function Aside({ aside, y, words, more, children }: AsideProps) {
  return (
    <g>
      <path
        className="strip-line"
        d={`M${aside.fromX} 16 V${y} H${aside.endX}`}
        strokeWidth={2}
        strokeDasharray="7 4"
      />
      {children}
      <text x={aside.endX + 8} y={y - 3} fontSize={13}>
        {words}
      </text>
      <text className="strip-quiet strip-figure" x={aside.endX + 8} y={y + 13} fontSize={12.5}>
        {more}
      </text>
    </g>
  );
}

export function RunStrip({ plan, ends, joints, fixture, inletPlastic, open, hrefFor }: RunProps) {
  const layout = layOutStrip(plan, ends, { inletPlastic, label: fixture });
  const { inlet, supply } = layout;
  const labelled = layout.parts.some(({ row }) => row === 1) ? 98 : 68;
  const deep = layout.aside === null ? labelled : labelled + ASIDE_DEPTH;
  const words = endWords(layout, fixture);
  return (
    <svg
      className="strip"
      viewBox={`0 -104 ${layout.width} ${104 + deep}`}
      width={layout.width}
      height={104 + deep}
      role={hrefFor ? "group" : "img"}
      aria-label={jointStripText(joints, fixture)}
    >
      <text className="strip-quiet" x={4} y={-44} fontSize={12.5} letterSpacing={1.5}>
        {layout.startsAt === "wall" ? "WALL" : "LINE THAT STAYS"}
      </text>
      <WallEnd toX={supply.x} />
      <Face face={supply} ends={ends} />
      <text className="strip-quiet strip-figure" x={24} y={52} fontSize={12.5}>
        {endName(ends, supply.end)}
      </text>
      {layout.parts.map((drawn) => (
        <g key={drawn.x}>
          <PartShape drawn={drawn} ends={ends} />
          <PartLabel drawn={drawn} isFork={layout.aside?.fromX === drawn.x + drawn.width / 2} />
        </g>
      ))}
      {layout.stays.map(({ x, width }) => (
        <g key={x}>
          <path className="strip-line" d={`M${x} 0 h${width}`} strokeWidth={2} strokeDasharray="7 4" />
          <text x={x + width / 2} y={24} fontSize={12.5} textAnchor="middle">
            line that stays
          </text>
        </g>
      ))}
      <Face face={inlet} ends={ends} />
      <FixtureEnd x={inlet.x} isPlastic={inletPlastic} />
      <text x={inlet.x + 46} y={-6} fontSize={13}>
        {words.last}
      </text>
      <text className="strip-quiet strip-figure" x={inlet.x + 46} y={11} fontSize={12.5}>
        {endName(ends, inlet.end)}
      </text>
      {inletPlastic && (
        <text className="strip-quiet" x={inlet.x + 46} y={27} fontSize={12.5}>
          plastic
        </text>
      )}
      {layout.aside && (
        <Aside
          aside={layout.aside}
          y={labelled + ASIDE_DEPTH / 2}
          words={words.beside}
          more={asideWords(layout.aside, ends)}
        >
          {joints.map((joint) => {
            const x = layout.aside?.joints.get(joint.number);
            return x === undefined ? null : (
              <JointGlyph
                key={joint.number}
                joint={joint}
                x={x}
                y={labelled + ASIDE_DEPTH / 2}
                isOpen={open === joint.number}
                {...(hrefFor ? { href: hrefFor(joint.number) } : {})}
              />
            );
          })}
        </Aside>
      )}
      {joints.map((joint) => {
        const x = layout.joints.get(joint.number);
        if (x === undefined) return null;
        return (
          <g key={joint.number}>
            <path className="strip-hair" d={`M${x} -44 V-6`} strokeDasharray="2 4" strokeWidth={1.6} />
            <JointGlyph
              joint={joint}
              x={x}
              y={-72}
              isOpen={open === joint.number}
              {...(hrefFor ? { href: hrefFor(joint.number) } : {})}
            />
          </g>
        );
      })}
    </svg>
  );
}
