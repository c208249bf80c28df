/** The run strip upright, for a phone: wall below, fixture above, joints on the side of the thumb, figures beside them. */
import type { PlanJoint } from "../core/plan/index.ts";
import { formatTurns } from "../core/units/index.ts";
import { JointGlyph } from "./glyph.tsx";
import { jointStripText } from "./joint-strip.tsx";
import { type DrawnPart, layOutStrip, type StripLayout } from "./layout.ts";
import { Face, FixtureEnd, PartShape, WallEnd } from "./part-shape.tsx";
import { endName, endWords, shortName } from "./part-words.ts";
import type { RunProps } from "./run-props.ts";

/** Width of the drawing in its own units: a phone shows one unit as a little more than a pixel. */
const WIDTH = 340;
const AXIS_X = 112;
const JOINT_X = 34;
const WORDS_X = 156;
const TOP = 30;
const BOTTOM = 14;
/** Letters that fit beside the run in a line. */
const LETTERS = 26;
const LINE_PX = 16;
const ASIDE_STEP = 52;

/** Breaks words into lines of at most so many letters. */
export function wrapped(text: string, letters: number): readonly string[] {
  const lines: string[] = [];
  for (const word of text.split(" ")) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= letters)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

interface WordsProps {
  readonly y: number;
  readonly strong: string;
  readonly quiet: string;
}

function Words({ y, strong, quiet }: WordsProps) {
  const lines = [
    ...wrapped(strong, LETTERS).map((text) => ({ text, isQuiet: false })),
    ...wrapped(quiet, LETTERS).map((text) => ({ text, isQuiet: true })),
  ].filter(({ text }) => text !== "");
  const first = y - ((lines.length - 1) * LINE_PX) / 2 + 4;
  return (
    <g>
      {lines.map(({ text, isQuiet }, line) => (
        <text
          key={text}
          className={isQuiet ? "strip-quiet" : undefined}
          x={WORDS_X}
          y={first + line * LINE_PX}
          fontSize={13.5}
        >
          {text}
        </text>
      ))}
    </g>
  );
}

/** What the hands need at a joint: the turn, and both wrenches. */
function figuresOf({ turns, wrenches, holdBack }: PlanJoint): readonly [string, string] {
  const turn = turns === null ? "" : turns.handOnly ? formatTurns(turns) : `${formatTurns(turns)} turn`;
  const tools = [
    ...(wrenches.length > 0 ? [`turn ${wrenches.join(" or ")}`] : []),
    ...(holdBack !== undefined && holdBack.wrenches.length > 0
      ? [`hold ${holdBack.wrenches.join(" or ")}`]
      : []),
  ];
  return [turn, tools.join(", ")];
}

function PartWords({
  drawn,
  yOf,
  isFork,
}: {
  readonly drawn: DrawnPart;
  readonly yOf: (x: number) => number;
  readonly isFork: boolean;
}) {
  const [what, more] = shortName(drawn.part);
  return <Words y={yOf(drawn.x + drawn.width / 2) - (isFork ? 44 : 0)} strong={what} quiet={more} />;
}

function AsideBranch({
  layout,
  yOf,
  words,
  ...glyphs
}: { readonly layout: StripLayout; readonly yOf: (x: number) => number; readonly words: string } & Pick<
  RunProps,
  "joints" | "open" | "hrefFor"
>) {
  const { aside } = layout;
  if (aside === null) return null;
  const y = yOf(aside.fromX);
  const beside = glyphs.joints.filter(({ number }) => aside.joints.has(number));
  return (
    <g>
      <path
        className="strip-line"
        d={`M${AXIS_X} ${y} H${WORDS_X + beside.length * ASIDE_STEP}`}
        strokeWidth={2}
        strokeDasharray="7 4"
      />
      {beside.map((joint, at) => (
        <JointGlyph
          key={joint.number}
          joint={joint}
          x={WORDS_X + 20 + at * ASIDE_STEP}
          y={y}
          isOpen={glyphs.open === joint.number}
          {...(glyphs.hrefFor ? { href: glyphs.hrefFor(joint.number) } : {})}
        />
      ))}
      <text className="strip-quiet" x={WORDS_X} y={y + 40} fontSize={13.5}>
        {words}
      </text>
    </g>
  );
}

/** Draws a plan upright; the same marks as the run strip, turned a quarter. */
export function RunColumn({ plan, ends, joints, fixture, inletPlastic, open, hrefFor }: RunProps) {
  const layout = layOutStrip(plan, ends, { inletPlastic, label: "", way: "upright" });
  const { inlet, supply } = layout;
  const base = TOP + inlet.x + 40 + (layout.aside?.isOnOutlet ? 40 : 0);
  const yOf = (x: number) => base - x;
  const words = endWords(layout, fixture);
  const forkX = layout.aside?.isOnOutlet ? undefined : layout.aside?.fromX;
  return (
    <svg
      className="strip strip-upright"
      viewBox={`0 0 ${WIDTH} ${base + BOTTOM}`}
      role={hrefFor ? "group" : "img"}
      aria-label={jointStripText(joints, fixture)}
    >
      <g transform={`translate(${AXIS_X} ${base}) rotate(-90)`}>
        <WallEnd toX={supply.x} />
        <Face face={supply} ends={ends} />
        {layout.parts.map((drawn) => (
          <PartShape key={drawn.x} drawn={drawn} ends={ends} />
        ))}
        {layout.stays.map(({ x, width }) => (
          <path
            key={x}
            className="strip-line"
            d={`M${x} 0 h${width}`}
            strokeWidth={2}
            strokeDasharray="7 4"
          />
        ))}
        <Face face={inlet} ends={ends} />
        <FixtureEnd x={inlet.x} isPlastic={inletPlastic} />
      </g>
      <Words y={yOf(inlet.x + 18)} strong={words.last} quiet={endName(ends, inlet.end)} />
      {layout.parts.map((drawn) => (
        <PartWords key={drawn.x} drawn={drawn} yOf={yOf} isFork={forkX === drawn.x + drawn.width / 2} />
      ))}
      {layout.stays.map(({ x, width }) => (
        <Words key={x} y={yOf(x + width / 2)} strong="line that stays" quiet="" />
      ))}
      <Words
        y={yOf(50)}
        strong={layout.startsAt === "wall" ? "at the wall" : "line that stays"}
        quiet={endName(ends, supply.end)}
      />
      <AsideBranch
        layout={layout}
        yOf={yOf}
        words={words.beside}
        joints={joints}
        open={open}
        hrefFor={hrefFor}
      />
      {joints.map((joint) => {
        const x = layout.joints.get(joint.number);
        const planned = plan.joints.find(({ number }) => number === joint.number);
        if (x === undefined) return null;
        const [strong, quiet] = planned === undefined ? ["", ""] : figuresOf(planned);
        return (
          <g key={joint.number}>
            <path
              className="strip-hair"
              d={`M${JOINT_X + 24} ${yOf(x)} H${AXIS_X - 4}`}
              strokeDasharray="2 4"
              strokeWidth={1.6}
            />
            <JointGlyph
              joint={joint}
              x={JOINT_X}
              y={yOf(x)}
              isOpen={open === joint.number}
              {...(hrefFor ? { href: hrefFor(joint.number) } : {})}
            />
            <Words y={yOf(x)} strong={strong} quiet={quiet} />
          </g>
        );
      })}
    </svg>
  );
}
