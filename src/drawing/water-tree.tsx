/** The water as it is drawn: from the street down to each connection, the valves between open or shut, and where pressure stands. */
import type { MapEnd, MapValve, WaterMap } from "../core/situation/index.ts";
import { endStateWords, valveStateWords, waterMapWords } from "../words/water-map.ts";
import { wrapped } from "./run-column.tsx";

const COLUMN_PX = 150;
const ROW_PX = 106;
const TOP_PX = 26;
/** From the street to the first valve. */
const FIRST_PX = 34;
const LEFT_PX = 40;
/** Half of a valve's symbol. */
const HALF_PX = 11;
/** Letters of a label on one line. */
const LETTERS = 15;
/** Between a valve and what branches off below it. */
const DROP_PX = 58;

interface Placed {
  readonly x: number;
  readonly y: number;
}

interface TreeLayout {
  readonly width: number;
  readonly height: number;
  readonly valveAt: ReadonlyMap<string, Placed>;
  readonly endAt: ReadonlyMap<string, Placed>;
}

/** Returns where valves and ends lie: ends side by side below the valve they hang on, each valve above the first of what hangs on it: a wide tree is read from its left. */
export function layOutWater({ valves, ends }: WaterMap): TreeLayout {
  const depthOf = (name: string | null): number => {
    const valve = valves.find((each) => each.name === name);
    return valve === undefined ? 0 : 1 + depthOf(valve.above);
  };
  const deepest = Math.max(0, ...valves.map(({ name }) => depthOf(name)));
  const endAt = new Map<string, Placed>();
  const valveAt = new Map<string, Placed>();
  const yOf = (depth: number) => TOP_PX + FIRST_PX + (depth - 1) * ROW_PX;
  const yEnd = yOf(deepest + 1);
  let column = 0;
  const place = (name: string | null): number => {
    const xs = [
      ...valves.filter(({ above }) => above === name).map((valve) => place(valve.name)),
      ...ends
        .filter(({ below }) => below === name)
        .map(({ connection }) => {
          const x = LEFT_PX + column * COLUMN_PX;
          column += 1;
          endAt.set(connection, { x, y: yEnd });
          return x;
        }),
    ];
    const x = xs.length === 0 ? LEFT_PX : Math.min(...xs);
    if (name !== null) valveAt.set(name, { x, y: yOf(depthOf(name)) });
    return x;
  };
  place(null);
  return {
    width: LEFT_PX + Math.max(1, column) * COLUMN_PX,
    height: yEnd + 62,
    valveAt,
    endAt,
  };
}

function ValveMark({
  valve,
  at: { x, y },
  isMarked,
  map,
}: {
  readonly valve: MapValve;
  readonly map: WaterMap;
  readonly at: Placed;
  readonly isMarked: boolean;
}) {
  const [left, right, top, bottom] = [x - HALF_PX, x + HALF_PX, y - HALF_PX, y + HALF_PX];
  const lines = wrapped(valve.name, LETTERS);
  const textX = right + (isMarked ? 14 : 8);
  return (
    <g className={`water-valve ${valve.isShut ? "water-shut" : ""} ${isMarked ? "water-marked" : ""}`}>
      {isMarked && <circle cx={x} cy={y} r={HALF_PX + 8} />}
      <path d={`M${left} ${top}H${right}L${left} ${bottom}H${right}Z`} />
      {valve.kind === "hot" && <rect className="water-heater" x={x - 13} y={y + 17} width={26} height={18} />}
      {lines.map((line, at) => (
        <text key={line} x={textX} y={y - 6 + at * 15} className="water-name">
          {line}
        </text>
      ))}
      <text x={textX} y={y - 6 + lines.length * 15} className="water-state">
        {valveStateWords(valve, map)}
      </text>
    </g>
  );
}

function EndMark({
  end,
  at: { x, y },
  map,
}: {
  readonly end: MapEnd;
  readonly at: Placed;
  readonly map: WaterMap;
}) {
  const lines = wrapped(end.label, LETTERS);
  // The first column has no room on its left.
  const isFirst = x <= LEFT_PX;
  const anchor = { x, textAnchor: isFirst ? "start" : "middle", dx: isFirst ? 4 - LEFT_PX : 0 } as const;
  return (
    <g className={`water-end water-${end.pressure}`}>
      <circle cx={x} cy={y - 12} r={9} />
      {lines.map((line, at) => (
        <text key={line} {...anchor} y={y + 16 + at * 15}>
          {line}
        </text>
      ))}
      <text {...anchor} y={y + 16 + lines.length * 15} className="water-state">
        {endStateWords(end, map)}
      </text>
    </g>
  );
}

interface WaterTreeProps {
  readonly map: WaterMap;
  /** Name of the valve that is to be shut; null: none. */
  readonly toShut?: string | null;
}

/** The drawn water. A line is thick and green where pressure stands, dashed where it may, thin where it cannot. */
export function WaterTree({ map, toShut = null }: WaterTreeProps) {
  const { width, height, valveAt, endAt } = layOutWater(map);
  const pressureBelow = (above: string | null) =>
    above === null ? "yes" : (map.valves.find(({ name }) => name === above)?.pressure ?? "no");
  const pipe = (above: string | null, { x, y }: Placed, room: number) => {
    const start = above === null ? undefined : valveAt.get(above);
    return start === undefined
      ? `M${x} ${TOP_PX - 16}V${y - room}`
      : `M${start.x} ${start.y + HALF_PX}V${start.y + DROP_PX}H${x}V${y - room}`;
  };
  const hung = [
    ...map.valves.filter(({ above }) => above === null).flatMap(({ name }) => valveAt.get(name)?.x ?? []),
    ...map.ends
      .filter(({ below }) => below === null)
      .flatMap(({ connection }) => endAt.get(connection)?.x ?? []),
  ];
  const roots = hung.length === 0 ? [LEFT_PX] : hung;
  return (
    <svg
      className="water-tree"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      role="img"
      aria-label={waterMapWords(map)}
    >
      <text x={Math.min(...roots) + 9} y={TOP_PX + 4} className="water-state">
        street
      </text>
      <path
        className="water-pipe water-yes"
        d={`M${Math.min(...roots)} ${TOP_PX - 16}H${Math.max(...roots)}`}
      />
      {map.valves.map((valve) => {
        const at = valveAt.get(valve.name);
        return at === undefined ? null : (
          <path
            key={valve.name}
            className={`water-pipe water-${pressureBelow(valve.above)}`}
            d={pipe(valve.above, at, HALF_PX)}
          />
        );
      })}
      {map.ends.map((end) => {
        const at = endAt.get(end.connection);
        return at === undefined ? null : (
          <path
            key={end.connection}
            className={`water-pipe water-${end.pressure}`}
            d={pipe(end.below, at, 21)}
          />
        );
      })}
      {map.valves.map((valve) => {
        const at = valveAt.get(valve.name);
        return at === undefined ? null : (
          <ValveMark key={valve.name} valve={valve} map={map} at={at} isMarked={valve.name === toShut} />
        );
      })}
      {map.ends.map((end) => {
        const at = endAt.get(end.connection);
        return at === undefined ? null : <EndMark key={end.connection} end={end} at={at} map={map} />;
      })}
    </svg>
  );
}
