/** A day of visits on one axis of hours: a bar for each, bands while water is off, a line for now. */
import { hourText } from "../labels/site-time.ts";
import { cutName } from "./cut-name.ts";

export interface DayLineVisit {
  readonly href: string;
  readonly title: string;
  /** Minutes after midnight by the clocks of its site. */
  readonly fromMin: number;
  /** Null: nothing is planned in it yet. */
  readonly minutes: number | null;
  /** While water is off, minutes from its start. */
  readonly off: readonly { readonly fromMin: number; readonly toMin: number }[];
  readonly isDone: boolean;
}

interface DayLineProps {
  readonly visits: readonly DayLineVisit[];
  readonly nowMin: number;
}

/** Width of the drawing in its own units: a phone shows one unit as about a pixel. */
const WIDTH = 358;
const PAD = 12;
const HOURS_PX = 24;
const ROW_PX = 46;
const BAR_PX = 28;
/** The hours that are always shown. */
const SHOWN_HOURS = { from: 8, to: 17 } as const;
/** A visit without a plan is drawn so long, hollow, minutes. */
const UNPLANNED_MIN = 45;
const HOUR_MIN = 60;
const LETTER_PX = 7.2;

const clockOf = (minute: number) =>
  `${Math.floor(minute / HOUR_MIN) % 24}:${String(Math.round(minute) % HOUR_MIN).padStart(2, "0")}`;

function endOf({ fromMin, minutes }: DayLineVisit): number {
  return fromMin + (minutes ?? UNPLANNED_MIN);
}

/** What the drawing says of one visit, in words. */
export function dayVisitInWords(visit: DayLineVisit): string {
  const { title, fromMin, minutes, off, isDone } = visit;
  const until = minutes === null ? ", not planned yet" : ` to ${clockOf(endOf(visit))}`;
  const water = off.map(
    (band) => `, water off ${clockOf(fromMin + band.fromMin)} to ${clockOf(fromMin + band.toMin)}`,
  );
  return `${title}: ${clockOf(fromMin)}${until}${water.join("")}${isDone ? ", done" : ""}`;
}

function VisitBar({
  visit,
  y,
  x,
}: {
  readonly visit: DayLineVisit;
  readonly y: number;
  readonly x: (minute: number) => number;
}) {
  const [left, right] = [x(visit.fromMin), x(endOf(visit))];
  const width = Math.max(6, right - left);
  const name = visit.isDone ? `${visit.title} ✓` : visit.title;
  const kind = visit.isDone
    ? "day-bar day-bar-done"
    : visit.minutes === null
      ? "day-bar day-bar-open"
      : "day-bar";
  // The name stands where there is room for more of it: right of the bar, or left.
  const isLeft = left > WIDTH - right;
  const room = isLeft ? left - PAD : WIDTH - right - PAD;
  const isInside = name.length * LETTER_PX < width - 8;
  return (
    <a href={visit.href}>
      <title>{dayVisitInWords(visit)}</title>
      <rect className="day-row" x={0} y={y} width={WIDTH} height={ROW_PX} />
      <rect className={kind} x={left} y={y + (ROW_PX - BAR_PX) / 2} width={width} height={BAR_PX} />
      {visit.off.map(({ fromMin, toMin }) => (
        <rect
          key={fromMin}
          className="day-off"
          x={x(visit.fromMin + fromMin)}
          y={y + (ROW_PX - BAR_PX) / 2}
          width={Math.max(2, x(visit.fromMin + toMin) - x(visit.fromMin + fromMin))}
          height={BAR_PX}
        />
      ))}
      <text
        x={isInside ? left + 5 : isLeft ? left - 5 : left + width + 5}
        y={y + ROW_PX / 2 + 5}
        textAnchor={!isInside && isLeft ? "end" : "start"}
      >
        {isInside ? name : cutName(name, room, LETTER_PX)}
      </text>
    </a>
  );
}

/** Draws the day from its first hour to its last; each visit is a link. */
export function DayLine({ visits, nowMin }: DayLineProps) {
  const from = Math.min(SHOWN_HOURS.from, ...visits.map(({ fromMin }) => Math.floor(fromMin / HOUR_MIN)));
  const to = Math.min(
    24,
    Math.max(SHOWN_HOURS.to, ...visits.map((visit) => Math.ceil(endOf(visit) / HOUR_MIN))),
  );
  const perMin = (WIDTH - 2 * PAD) / ((to - from) * HOUR_MIN);
  const x = (minute: number) => PAD + (Math.min(minute, to * HOUR_MIN) - from * HOUR_MIN) * perMin;
  const step = to - from > 12 ? 3 : 2;
  const hours = Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, at) => from + at * step);
  const height = HOURS_PX + visits.length * ROW_PX + 6;
  const isNowShown = nowMin >= from * HOUR_MIN && nowMin <= to * HOUR_MIN;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing is no fieldset
    <svg
      className="day-line"
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="group"
      aria-label="Visits of the day by the clock"
    >
      {hours.map((hour) => (
        <g key={hour}>
          <path className="day-tick" d={`M${x(hour * HOUR_MIN)} ${HOURS_PX - 4} V${height - 2}`} />
          <text className="day-hour" x={x(hour * HOUR_MIN)} y={HOURS_PX - 9} textAnchor="middle">
            {hourText(hour)}
          </text>
        </g>
      ))}
      {visits.map((visit, row) => (
        <VisitBar key={visit.href} visit={visit} y={HOURS_PX + row * ROW_PX} x={x} />
      ))}
      {isNowShown && <path className="day-now" d={`M${x(nowMin)} ${HOURS_PX - 6} V${height - 2}`} />}
    </svg>
  );
}
