/** The fixture as it stands over or beside its supply, and where its inlet is. Not to scale. */
import type { Fixture } from "../core/plan/index.ts";
import { fixturePath } from "./fixture-glyph.tsx";

type Spot = readonly [x: number, y: number];

interface FixtureSpots {
  readonly inlet: Spot;
  readonly inletWords: Spot;
  readonly inletAnchor: "start" | "middle" | "end";
  readonly area: readonly [x: number, y: number, width: number, height: number];
  readonly mark: Spot;
  readonly words: Spot;
}

type Stance = "tank" | "basin" | "machine" | "outside";

const STANCES: Readonly<Record<Fixture, Stance>> = {
  toilet: "tank",
  "bidet-seat": "tank",
  "bidet-sprayer": "tank",
  bidet: "basin",
  lavatory: "basin",
  kitchen: "basin",
  utility: "basin",
  rinser: "basin",
  "tub-filler": "basin",
  dishwasher: "machine",
  refrigerator: "machine",
  brewer: "machine",
  "ice-machine": "machine",
  washer: "machine",
  filter: "machine",
  hydrant: "outside",
};

const SPOTS: Readonly<Record<Stance, FixtureSpots>> = {
  tank: {
    inlet: [226, 168],
    inletWords: [244, 166],
    inletAnchor: "start",
    area: [190, 26, 178, 118],
    mark: [346, 50],
    words: [284, 74],
  },
  basin: {
    inlet: [244, 170],
    inletWords: [296, 246],
    inletAnchor: "middle",
    area: [150, 10, 216, 130],
    mark: [354, 30],
    words: [262, 28],
  },
  machine: {
    inlet: [208, 226],
    inletWords: [220, 216],
    inletAnchor: "start",
    area: [206, 40, 156, 150],
    mark: [344, 282],
    words: [287, 76],
  },
  outside: {
    inlet: [262, 172],
    inletWords: [248, 160],
    inletAnchor: "end",
    area: [262, 60, 104, 84],
    mark: [352, 76],
    words: [310, 110],
  },
};

const RAISED_MACHINE_Y = 118;

/** Returns where such a fixture is drawn and where its inlet is; a machine's inlet stands low or high as it was found. */
export function fixtureSpot(fixture: Fixture, isInletAbove: boolean): FixtureSpots {
  const stance = STANCES[fixture];
  const spots = SPOTS[stance];
  if (stance !== "machine" || !(isInletAbove || fixture === "washer")) return spots;
  return { ...spots, inlet: [208, RAISED_MACHINE_Y], inletWords: [222, RAISED_MACHINE_Y + 2] };
}

/** The thread that the line goes on. */
function Inlet({ at: [x, y], isSide = false }: { readonly at: Spot; readonly isSide?: boolean }) {
  if (isSide)
    return (
      <g>
        <rect className="scene-plastic" x={x - 8} y={y - 8} width={18} height={16} />
        <path className="scene-line" d={`M${x - 4} ${y - 8} v16 M${x + 2} ${y - 8} v16`} strokeWidth={1.2} />
      </g>
    );
  return (
    <g>
      <rect className="scene-plastic" x={x - 9} y={y - 24} width={18} height={26} />
      <path
        className="scene-line"
        d={`M${x - 9} ${y - 16} h18 M${x - 9} ${y - 9} h18 M${x - 9} ${y - 2} h18`}
        strokeWidth={1.2}
      />
    </g>
  );
}

function Tank({ fixture }: { readonly fixture: Fixture }) {
  return (
    <g>
      <path
        className="scene-body"
        d="M214 144 H356 C372 190 352 214 326 226 C318 246 322 272 330 300 H256 C262 268 256 246 240 222 C222 202 212 176 214 144 Z"
      />
      <path className="scene-body" d="M196 24 H366 V36 H360 V144 H202 V36 H196 Z" />
      <path className="scene-line" d="M202 36 H360" strokeWidth={1.4} />
      {fixture !== "toilet" && <Badge fixture={fixture} x={258} y={92} scale={1.05} />}
      <Inlet at={[226, 168]} />
    </g>
  );
}

function Basin({ fixture }: { readonly fixture: Fixture }) {
  const isDeep = fixture === "kitchen" || fixture === "utility";
  return (
    <g>
      <path className="scene-body" d="M150 138 H368 V148 H150 Z" />
      <path
        className="scene-body"
        d={
          isDeep
            ? "M268 148 H358 V226 H268 Z"
            : "M268 148 H360 C358 186 342 204 314 204 C288 204 270 186 268 148 Z"
        }
      />
      <path className="scene-spout" d="M244 138 V88 C244 58 294 58 294 88 V98" />
      <path className="scene-line" d="M244 112 h-18" strokeWidth={4} />
      <Badge fixture={fixture} x={322} y={250} scale={0.9} />
      <Inlet at={[244, 170]} />
    </g>
  );
}

function Machine({ fixture, isHigh }: { readonly fixture: Fixture; readonly isHigh: boolean }) {
  const top = fixture === "refrigerator" ? 24 : 52;
  return (
    <g>
      <rect className="scene-body" x={214} y={top} width={146} height={300 - top} />
      <Badge fixture={fixture} x={240} y={146} scale={2.1} />
      <Inlet at={[208, isHigh ? RAISED_MACHINE_Y : 226]} isSide />
    </g>
  );
}

function Outside() {
  return (
    <g>
      <path className="scene-line" d="M290 8 V300" strokeWidth={2} />
      <rect className="scene-copper" x={262} y={138} width={40} height={10} />
      <Badge fixture="hydrant" x={292} y={118} scale={1.5} />
      <Inlet at={[262, 172]} />
    </g>
  );
}

/** The small picture of the fixture, so that nobody takes one box for another. */
function Badge({
  fixture,
  x,
  y,
  scale,
}: {
  readonly fixture: Fixture;
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}) {
  return (
    <path
      className="scene-badge"
      d={fixturePath(fixture)}
      transform={`translate(${x} ${y}) scale(${scale})`}
      strokeWidth={1.6 / scale}
    />
  );
}

/** Draws the fixture where it stands. */
export function FixtureFigure({
  fixture,
  isInletAbove,
}: {
  readonly fixture: Fixture;
  readonly isInletAbove: boolean;
}) {
  switch (STANCES[fixture]) {
    case "tank":
      return <Tank fixture={fixture} />;
    case "basin":
      return <Basin fixture={fixture} />;
    case "machine":
      return <Machine fixture={fixture} isHigh={isInletAbove || fixture === "washer"} />;
    case "outside":
      return <Outside />;
  }
}
