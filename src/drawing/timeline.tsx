/** A visit as a timeline: hands-on bars, waits, and bands while a zone has no water. */
import { cutName } from "./cut-name.ts";

export interface TimelineBar {
  readonly fromMin: number;
  readonly toMin: number;
  readonly text: string;
}

export interface TimelineRow {
  readonly label: string;
  readonly bars: readonly TimelineBar[];
  readonly waits: readonly TimelineBar[];
  /** While its water is off. */
  readonly off: readonly TimelineBar[];
}

interface TimeLineProps {
  readonly rows: readonly TimelineRow[];
  readonly totalMin: number;
  /** The clock at a minute of the visit. */
  readonly clockAt: (minute: number) => string;
  /** For a narrow place beside something else. */
  readonly isNarrow?: boolean;
}

const SIZES = {
  wide: { label: 180, bars: 850, ticks: 13 },
  narrow: { label: 108, bars: 208, ticks: 4 },
} as const;
const ROW_PX = 46;
const CLOCK_PX = 34;
/** Ticks are this far apart at most, minutes. */
const STEPS_MIN = [5, 10, 15, 30, 60, 120] as const;
/** Width of a letter of a label, about. */
const LETTER_PX = 7.3;

/** What the drawing says, in words: for those who cannot see it. */
export function timelineText({ rows, clockAt }: Pick<TimeLineProps, "rows" | "clockAt">): string {
  return rows
    .map(({ label, bars, off }) => {
      const [first] = bars;
      const last = bars.at(-1);
      const water = off
        .map(({ fromMin, toMin }) => `water off ${clockAt(fromMin)} to ${clockAt(toMin)}`)
        .join(", ");
      return first && last
        ? `${label}: ${clockAt(first.fromMin)} to ${clockAt(last.toMin)}${water && `, ${water}`}`
        : label;
    })
    .join("; ");
}

export function Timeline({ rows, totalMin, clockAt, isNarrow = false }: TimeLineProps) {
  const { label: room, bars: wide, ticks: most } = isNarrow ? SIZES.narrow : SIZES.wide;
  const step = STEPS_MIN.find((each) => totalMin / each <= most) ?? 240;
  const perMin = wide / Math.max(totalMin, 1);
  const x = (minute: number) => room + minute * perMin;
  const ticks = Array.from({ length: Math.floor(totalMin / step) + 1 }, (_, k) => k * step);
  const height = CLOCK_PX + rows.length * ROW_PX + 8;
  return (
    <svg
      className="time-line"
      viewBox={`0 0 ${room + wide + 30} ${height}`}
      width={room + wide + 30}
      height={height}
      role="img"
      aria-label={timelineText({ rows, clockAt })}
    >
      <defs>
        <pattern id="wait" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path className="time-wait" d="M0 0V6" />
        </pattern>
      </defs>
      {ticks.map((minute) => (
        <g key={minute}>
          <path className="time-tick" d={`M${x(minute)} ${CLOCK_PX - 8}V${height - 4}`} />
          <text className="time-clock" x={x(minute)} y={CLOCK_PX - 14} textAnchor="middle">
            {clockAt(minute)}
          </text>
        </g>
      ))}
      {rows.map(({ label, bars, waits, off }, row) => {
        const y = CLOCK_PX + row * ROW_PX;
        return (
          <g key={`${label}${bars[0]?.fromMin ?? row}`}>
            {off.map(({ fromMin, toMin, text }) => (
              <rect
                key={fromMin}
                className="time-off"
                x={x(fromMin)}
                y={y}
                width={(toMin - fromMin) * perMin}
                height={ROW_PX - 6}
              >
                <title>{text}</title>
              </rect>
            ))}
            <text className="time-label" x={4} y={y + 25}>
              {cutName(label, room, LETTER_PX)}
            </text>
            {waits.map(({ fromMin, toMin, text }) => (
              <rect
                key={fromMin}
                fill="url(#wait)"
                x={x(fromMin)}
                y={y + 12}
                width={(toMin - fromMin) * perMin}
                height={16}
              >
                <title>{text}</title>
              </rect>
            ))}
            {bars.map(({ fromMin, toMin, text }) => (
              <rect
                key={fromMin}
                className="time-bar"
                x={x(fromMin)}
                y={y + 8}
                width={Math.max(1, (toMin - fromMin) * perMin)}
                height={24}
              >
                <title>{text}</title>
              </rect>
            ))}
          </g>
        );
      })}
    </svg>
  );
}
