/** What stands at the wall or the floor: a stop, a box with valves, an open pipe, a riser. Not to scale. */
import type { SupplyKind } from "../core/plan/index.ts";

type Spot = readonly [x: number, y: number];
type Area = readonly [x: number, y: number, width: number, height: number];

interface SupplySpots {
  /** Where the line begins. */
  readonly outlet: Spot;
  readonly looksUp: boolean;
  readonly supplyArea: Area;
  readonly supplyMark: Spot;
  readonly supplyWords: Spot;
  readonly stopArea: Area;
  readonly stopMark: Spot;
  readonly stopWords: Spot;
}

type ComesFrom = "wall" | "floor" | null;

const WALL = {
  outlet: [104, 196],
  looksUp: true,
  supplyArea: [22, 138, 112, 62],
  supplyMark: [44, 222],
  supplyWords: [26, 156],
  stopArea: [70, 202, 66, 64],
  stopMark: [104, 224],
  stopWords: [62, 266],
} as const satisfies SupplySpots;

const FLOOR = {
  ...WALL,
  supplyMark: [104, 276],
  stopWords: [132, 242],
  stopArea: [70, 202, 118, 50],
} as const satisfies SupplySpots;

const BOX = {
  outlet: [74, 132],
  looksUp: false,
  supplyArea: [22, 56, 128, 46],
  supplyMark: [44, 108],
  supplyWords: [26, 66],
  stopArea: [56, 90, 100, 48],
  stopMark: [74, 108],
  stopWords: [100, 108],
} as const satisfies SupplySpots;

/** Returns where the parts of such a supply are drawn. */
export function supplySpot(kind: SupplyKind, comesFrom: ComesFrom): SupplySpots {
  if (kind === "box-valve") return BOX;
  return comesFrom === "floor" ? FLOOR : WALL;
}

/** A stop with its outlet up; crossed out when it is to be replaced. */
function Stop({ isDead }: { readonly isDead: boolean }) {
  return (
    <g className={isDead ? "scene-dead" : undefined}>
      <rect className="scene-brass" x={97} y={194} width={14} height={20} />
      <path className="scene-line" d="M97 200 h14 M97 206 h14" strokeWidth={1.2} />
      <rect className="scene-brass" x={90} y={210} width={28} height={28} rx={2} />
      <path className="scene-line" d="M118 224 h12" strokeWidth={3} />
      <ellipse className="scene-steel" cx={134} cy={224} rx={5} ry={14} />
      {isDead && <path className="scene-cross" d="M82 200 L140 246" />}
    </g>
  );
}

/** Pipe out of the wall, or up from the floor; hollow while nobody has looked which. */
function Pipe({ comesFrom }: { readonly comesFrom: ComesFrom }) {
  if (comesFrom === "floor") return <rect className="scene-copper" x={99} y={238} width={10} height={62} />;
  return (
    <rect
      className={comesFrom === null ? "scene-hollow" : "scene-copper"}
      x={20}
      y={219}
      width={70}
      height={10}
    />
  );
}

/** Draws the supply as it is found. */
export function SupplyFigure({
  kind,
  comesFrom,
}: {
  readonly kind: SupplyKind;
  readonly comesFrom: ComesFrom;
}) {
  if (kind === "box-valve")
    return (
      <g>
        <rect className="scene-sheet" x={20} y={84} width={74} height={52} />
        <rect className="scene-copper" x={39} y={94} width={10} height={42} />
        <path className="scene-line" d="M49 108 h14" strokeWidth={3} />
        <rect className="scene-brass" x={62} y={97} width={24} height={22} />
        <rect className="scene-brass" x={67} y={119} width={14} height={14} />
      </g>
    );
  if (kind === "pipe")
    return (
      <g>
        <rect className="scene-copper" x={98} y={62} width={12} height={238} />
        <path className="scene-cut" d="M88 206 l32 -8 M88 236 l32 -8" />
      </g>
    );
  if (kind === "stub" || kind === "tube")
    return (
      <g>
        <Pipe comesFrom={comesFrom} />
        {comesFrom === "floor" ? (
          <rect className="scene-copper" x={99} y={198} width={10} height={42} />
        ) : (
          <path className="scene-stub" d="M90 224 H104 V198" />
        )}
        <ellipse className="scene-paper" cx={104} cy={198} rx={kind === "tube" ? 4 : 6} ry={2.6} />
      </g>
    );
  return (
    <g>
      <Pipe comesFrom={comesFrom} />
      <Stop isDead={kind === "dead-stop"} />
      {kind === "faucet-riser" && <path className="scene-riser" d="M104 194 V120" />}
    </g>
  );
}
