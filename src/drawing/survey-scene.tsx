/** The job as it stands, drawn: wall or floor, stop, line, inlet, fixture, what else hangs on the stop. Not to scale. */
import type { KeyboardEvent, ReactNode } from "react";
import type { Fixture, SupplyKind } from "../core/plan/index.ts";
import { FixtureFigure, fixtureSpot } from "./fixture-figure.tsx";
import { SupplyFigure, supplySpot } from "./supply-figure.tsx";

/** What can be asked about, in the order it is looked at. */
export const SCENE_PARTS = ["supply", "stop", "inlet", "line", "water", "fixture"] as const;
export type ScenePart = (typeof SCENE_PARTS)[number];

/** How much is known of a part: looked at; as a preset or an earlier visit says; nothing. */
export type PartKnowledge = "seen" | "guess" | "unknown";

export interface ScenePartText {
  readonly name: string;
  readonly fact: string;
  readonly knowledge: PartKnowledge;
}

interface SurveySceneProps {
  readonly fixture: Fixture;
  readonly supply: SupplyKind;
  /** What the pipe comes out of; null: nobody has looked. */
  readonly comesFrom: "wall" | "floor" | null;
  readonly isInletAbove: boolean;
  readonly line: "new" | "kept" | "own" | "none";
  /** What else hangs on the stop, in words; null: nothing known. */
  readonly besides: string | null;
  readonly parts: Readonly<Record<ScenePart, ScenePartText>>;
  readonly open: ScenePart | null;
  readonly onOpen: (part: ScenePart) => void;
}

/** Size of the drawing in its own units: a phone shows one unit as 0.94 pixels. */
type Spot = readonly [x: number, y: number];

const WIDTH = 380;
const HEIGHT = 330;
export const FLOOR_Y = 300;
export const WALL_X = 20;

interface PartGroupProps extends Pick<SurveySceneProps, "open" | "onOpen"> {
  readonly part: ScenePart;
  readonly text: ScenePartText;
  /** Area that takes the tap: x, y, width, height. */
  readonly area: readonly [number, number, number, number];
  /** Where the mark of what is known sits. */
  readonly mark: readonly [number, number];
  /** Where the two lines of words begin. */
  readonly words: readonly [number, number];
  readonly anchor?: "start" | "middle" | "end";
  readonly children?: ReactNode;
}

const KNOWN_WORDS: Readonly<Record<PartKnowledge, string>> = {
  seen: "looked at",
  guess: "not looked at",
  unknown: "unknown",
};

/** A part that is a button. Its texts end in a space: a screen reader reads one after the other. */
function PartGroup({
  part,
  text,
  area,
  mark,
  words,
  anchor = "start",
  open,
  onOpen,
  children,
}: PartGroupProps) {
  const [x, y, width, height] = area;
  const isOpen = open === part;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button of the page cannot stand in a drawing
    <g
      role="button"
      tabIndex={0}
      aria-pressed={isOpen}
      aria-label={`${text.knowledge === "seen" ? "" : "? "}${text.name} ${text.fact}, ${KNOWN_WORDS[text.knowledge]}`}
      className={`scene-part scene-${text.knowledge}`}
      data-scene-part={part}
      onClick={() => onOpen(part)}
      onKeyDown={(event: KeyboardEvent) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        onOpen(part);
      }}
    >
      <rect className="scene-area" x={x} y={y} width={width} height={height} />
      {children}
      <g className="scene-mark">
        <circle cx={mark[0]} cy={mark[1]} r={9} />
        {text.knowledge === "seen" ? (
          <path d={`M${mark[0] - 4} ${mark[1]} l3 3.5 l5 -7`} />
        ) : (
          <text x={mark[0]} y={mark[1] + 4.6} textAnchor="middle">
            {"? "}
          </text>
        )}
      </g>
      <text className="scene-name" x={words[0]} y={words[1]} textAnchor={anchor}>
        {`${text.name} `}
      </text>
      <text className="scene-fact" x={words[0]} y={words[1] + 15} textAnchor={anchor}>
        {text.fact}
      </text>
    </g>
  );
}

function Surroundings() {
  const hatch = Array.from({ length: 13 }, (_, row) => `M${WALL_X} ${14 + row * 22} l-14 14`).join(" ");
  return (
    <g>
      <path className="scene-hair" d={hatch} />
      <path
        className="scene-line"
        d={`M${WALL_X} 8 V${FLOOR_Y} M6 ${FLOOR_Y} H${WIDTH - 6}`}
        strokeWidth={2.2}
      />
    </g>
  );
}

/** Way of the line from the outlet to the inlet as a slack curve, and the middle of the curve. */
function slack(
  { outlet, looksUp }: ReturnType<typeof supplySpot>,
  [toX, toY]: Spot,
): { path: string; middle: Spot } {
  const [x, y] = outlet;
  const leaveY = y + (looksUp ? -46 : 46);
  const arriveY = toY + 62;
  return {
    path: `M${x} ${y} C${x} ${leaveY} ${toX} ${arriveY} ${toX} ${toY}`,
    // A cubic curve is halfway where its four points weigh 1, 3, 3 and 1.
    middle: [(x + toX) / 2, (y + 3 * leaveY + 3 * arriveY + toY) / 8],
  };
}

/** What else hangs on the outlet, beside it: above a stop, below a box, clear of the words of the supply. */
function Besides({
  from: { outlet, looksUp },
  text,
}: {
  readonly from: ReturnType<typeof supplySpot>;
  readonly text: string;
}) {
  const [x, y] = outlet;
  return (
    <g>
      <path
        className="scene-hair"
        d={looksUp ? `M${x - 14} ${y + 16} h-16 V${y - 58}` : `M${x - 10} ${y - 16} h-16 V${y + 58}`}
        strokeDasharray="4 3"
      />
      <text className="scene-fact" x={WALL_X + 6} y={looksUp ? y - 64 : y + 74}>
        {text}
      </text>
    </g>
  );
}

/** Draws the job; each of the six parts is a button that opens its questions. */
export function SurveyScene({
  fixture,
  supply,
  comesFrom,
  isInletAbove,
  line,
  besides,
  parts,
  open,
  onOpen,
}: SurveySceneProps) {
  const from = supplySpot(supply, comesFrom);
  const to = fixtureSpot(fixture, isInletAbove);
  const shared = { open, onOpen };
  const bends = slack(from, to.inlet);
  const middle = bends.middle;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing is no fieldset
    <svg
      className="scene"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="group"
      aria-label="The job as it stands. Choose a part to answer its questions."
    >
      <Surroundings />
      {besides !== null && <Besides from={from} text={besides} />}
      <PartGroup
        part="fixture"
        text={parts.fixture}
        area={to.area}
        mark={to.mark}
        words={to.words}
        anchor="middle"
        {...shared}
      >
        <FixtureFigure fixture={fixture} isInletAbove={isInletAbove} />
      </PartGroup>
      <PartGroup
        part="line"
        text={parts.line}
        area={[middle[0] - 24, middle[1] - 24, 110, 64]}
        mark={middle}
        words={[middle[0] - 18, middle[1] + 26]}
        {...shared}
      >
        <path
          className={
            line === "kept" ? "scene-hose scene-hose-kept" : line === "none" ? "scene-pipe-run" : "scene-hose"
          }
          d={bends.path}
        />
      </PartGroup>
      <PartGroup
        part="supply"
        text={parts.supply}
        area={from.supplyArea}
        mark={from.supplyMark}
        words={from.supplyWords}
        {...shared}
      >
        <SupplyFigure kind={supply} comesFrom={comesFrom} />
      </PartGroup>
      <PartGroup
        part="stop"
        text={parts.stop}
        area={from.stopArea}
        mark={from.stopMark}
        words={from.stopWords}
        {...shared}
      />
      <PartGroup
        part="inlet"
        text={parts.inlet}
        area={[to.inlet[0] - 24, to.inlet[1] - 30, 48, 50]}
        mark={[to.inlet[0], to.inlet[1] - 6]}
        words={to.inletWords}
        anchor={to.inletAnchor}
        {...shared}
      />
      <PartGroup
        part="water"
        text={parts.water}
        area={[WALL_X + 2, 6, 96, 52]}
        mark={[WALL_X + 20, 32]}
        words={[WALL_X + 36, 29]}
        {...shared}
      />
    </svg>
  );
}
