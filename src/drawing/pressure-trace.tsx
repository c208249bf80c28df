/** The readings of a pressure test over time, in ink: for the record on a page and on paper. */

import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { shopUnit, shopValue } from "../labels/display.ts";

export interface PressureTraceProps {
  /** Readings without a pause between them, in the order of time: minutes and psi. */
  readonly runs: readonly (readonly { readonly min: number; readonly psi: number }[])[];
  /** What the drawing says, in words. */
  readonly label: string;
  readonly isSimulated: boolean;
}

const WIDTH = 400;
const HEIGHT = 150;
const MARGIN = { left: 48, right: 10, top: 12, bottom: 38 } as const;
/** Chatter is not to fill the height: at least so many psi are shown. */
const LEAST_SPAN_PSI = 2;

/** Returns the pressures an axis shows: all readings, and no less than the least span. */
function pressureDomain(pressures: readonly number[]): readonly [number, number] {
  const [low, high] = [Math.min(...pressures), Math.max(...pressures)];
  const spare = Math.max(0, LEAST_SPAN_PSI - (high - low)) / 2;
  return [Math.max(0, low - spare), high + spare];
}

export function PressureTrace({ runs, label, isSimulated }: PressureTraceProps) {
  const readings = runs.flat();
  const pressures = readings.map(({ psi }) => psi);
  if (readings.length === 0) return null;
  const x = scaleLinear(
    [0, Math.max(...readings.map(({ min }) => min), 1 / 60)],
    [MARGIN.left, WIDTH - MARGIN.right],
  );
  const y = scaleLinear(
    pressureDomain(pressures).map((psi) => shopValue(psi, "psi")),
    [HEIGHT - MARGIN.bottom, MARGIN.top],
  ).nice(3);
  const path = line<{ readonly min: number; readonly psi: number }>(
    ({ min }) => x(min),
    ({ psi }) => y(shopValue(psi, "psi")),
  );
  const foot = HEIGHT - MARGIN.bottom;
  const [xText, yText] = [x.tickFormat(5), y.tickFormat(3)];
  return (
    <svg className="pressure-trace" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={label}>
      {y.ticks(3).map((tick) => (
        <g key={tick}>
          <path className="trace-grid" d={`M${MARGIN.left} ${y(tick)}H${WIDTH - MARGIN.right}`} />
          <text x={MARGIN.left - 6} y={y(tick) + 5} textAnchor="end">
            {yText(tick)}
          </text>
        </g>
      ))}
      {x.ticks(5).map((tick) => (
        <text key={tick} x={x(tick)} y={foot + 16} textAnchor="middle">
          {xText(tick)}
        </text>
      ))}
      <path className="trace-axis" d={`M${MARGIN.left} ${MARGIN.top}V${foot}H${WIDTH - MARGIN.right}`} />
      <text x={WIDTH - MARGIN.right} y={HEIGHT - 4} textAnchor="end">
        minutes
      </text>
      <text x={4} y={HEIGHT - 4}>
        {shopUnit("psi")}
      </text>
      {runs.map(([first, ...rest]) =>
        first === undefined ? null : rest.length === 0 ? (
          <circle
            key={first.min}
            className="trace-reading"
            cx={x(first.min)}
            cy={y(shopValue(first.psi, "psi"))}
            r={2.5}
          />
        ) : (
          <path key={first.min} className="trace-line" d={path([first, ...rest]) ?? ""} />
        ),
      )}
      {isSimulated && (
        <text className="trace-simulated" x={WIDTH - MARGIN.right} y={MARGIN.top + 10} textAnchor="end">
          SIMULATED READINGS
        </text>
      )}
    </svg>
  );
}
