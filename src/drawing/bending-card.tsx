/** A true-size card to bend and cut a tube by: the tube as strips of a ruler, the marks on it, and a ruler to check the print with. */

import { MM_PER_IN } from "../core/constants/index.ts";
import type { Mark } from "../core/tube/index.ts";
import { lengthText } from "../labels/display.ts";

/** Length of one strip, strips side by side, and the size of the whole, inches: what a letter sheet with half-inch margins holds under a heading. */
export const STRIP_IN = 7.5;
const COLUMN_IN = 1.8;
const COLUMNS = 4;
export const CARD_IN = { width: 7.4, height: 8.7 } as const;
const TOP_IN = 0.25;
/** The tube is drawn this wide, whatever its own diameter: its length is what is true. */
const TUBE_IN = 0.3;
const CHECK_IN = 4;
const CHECK_MM = 100;

interface BendingCardProps {
  readonly marks: readonly Mark[];
  readonly cutIn: number;
}

/** How many sheets a tube of this length takes. */
export const sheetsFor = (cutIn: number): number => Math.max(1, Math.ceil(cutIn / (STRIP_IN * COLUMNS)));

/** Ticks of a strip from one length to another: sixteenths short, whole inches long. */
function ticks(fromIn: number, toIn: number): string {
  const marks: string[] = [];
  for (let sixteenth = Math.ceil(fromIn * 16 - 1e-9); sixteenth <= toIn * 16 + 1e-9; sixteenth += 1) {
    const y = (sixteenth / 16 - fromIn).toFixed(4);
    const long =
      sixteenth % 16 === 0
        ? 0.3
        : sixteenth % 8 === 0
          ? 0.2
          : sixteenth % 4 === 0
            ? 0.14
            : sixteenth % 2 === 0
              ? 0.09
              : 0.05;
    marks.push(`M${TUBE_IN} ${y}h${long}`);
  }
  return marks.join("");
}

function Strip({ fromIn, toIn, marks }: { fromIn: number; toIn: number; marks: readonly Mark[] }) {
  const inches = Array.from(
    { length: Math.floor(toIn) - Math.ceil(fromIn) + 1 },
    (_, k) => Math.ceil(fromIn) + k,
  );
  const bends = marks.filter(({ what }) => what === "bend");
  return (
    <g>
      <rect className="card-tube" x={0} y={0} width={TUBE_IN} height={toIn - fromIn} />
      <path className="card-tick" d={ticks(fromIn, toIn)} />
      {inches.map((inch) => (
        <text key={inch} className="card-figure" x={0.06} y={inch - fromIn + 0.05}>
          {inch}
        </text>
      ))}
      {marks
        .filter(({ fromEndIn }) => fromEndIn > fromIn - 1e-9 && fromEndIn <= toIn + 1e-9)
        .map((mark) => {
          const y = mark.fromEndIn - fromIn;
          const number = bends.indexOf(mark) + 1;
          return (
            <g key={`${mark.what}${mark.fromEndIn}`} data-mark={mark.what} data-at={mark.fromEndIn}>
              <path className="card-mark" d={`M-0.12 ${y}H0.95`} />
              <text className="card-word" x={0.62} y={y - 0.06}>
                {mark.what === "cut" ? "CUT" : `BEND ${number}`}
              </text>
              <text className="card-word" x={0.62} y={y + 0.16}>
                {lengthText(mark.fromEndIn)}
              </text>
              {mark.what === "bend" && (
                <text className="card-word" x={0.62} y={y + 0.31}>
                  {mark.angleDeg}°, roll {Math.round(mark.rollDeg)}°
                </text>
              )}
            </g>
          );
        })}
    </g>
  );
}

/** A ruler of known length, in inches above and millimetres below the line. */
function CheckRuler() {
  const inchTicks = Array.from(
    { length: CHECK_IN * 8 + 1 },
    (_, k) => `M${k / 8} 0v-${k % 8 === 0 ? 0.22 : 0.1}`,
  );
  const mmTicks = Array.from(
    { length: CHECK_MM + 1 },
    (_, k) => `M${(k / MM_PER_IN).toFixed(4)} 0v${k % 10 === 0 ? 0.22 : 0.1}`,
  );
  return (
    <g data-check-ruler>
      <path className="card-tick" d={`M0 0H${CHECK_IN}${inchTicks.join("")}${mmTicks.join("")}`} />
      <text className="card-word" x={CHECK_IN + 0.15} y={-0.06}>
        Check: this is {CHECK_IN} in
      </text>
      <text className="card-word" x={CHECK_IN + 0.15} y={0.18}>
        and {CHECK_MM} mm. If not, print at 100 %.
      </text>
    </g>
  );
}

/** One sheet of the card; a long tube takes several. */
export function BendingCard({ marks, cutIn, sheet }: BendingCardProps & { readonly sheet: number }) {
  const first = sheet * COLUMNS;
  const strips = Array.from({ length: COLUMNS }, (_, k) => (first + k) * STRIP_IN).filter(
    (fromIn) => fromIn < cutIn,
  );
  return (
    <svg
      className="bending-card"
      width={`${CARD_IN.width}in`}
      height={`${CARD_IN.height}in`}
      viewBox={`0 0 ${CARD_IN.width} ${CARD_IN.height}`}
      role="img"
      aria-label={`Bending card, true size, sheet ${sheet + 1}: ${marks
        .map(({ what, fromEndIn }) => `${what} at ${lengthText(fromEndIn)}`)
        .join(", ")}`}
    >
      {strips.map((fromIn, column) => (
        <g key={fromIn} transform={`translate(${0.2 + column * COLUMN_IN} ${TOP_IN})`}>
          <Strip fromIn={fromIn} toIn={Math.min(cutIn, fromIn + STRIP_IN)} marks={marks} />
        </g>
      ))}
      <g transform={`translate(0.2 ${CARD_IN.height - 0.4})`}>
        <CheckRuler />
      </g>
    </svg>
  );
}
