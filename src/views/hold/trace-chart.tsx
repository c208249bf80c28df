import type { Point as ChartPoint } from "chart.js";
import { useMemo } from "react";
import { type HoldAnswer, readingRuns, type Sample } from "../../core/hold/index.ts";
import type { TradeUnit } from "../../core/units/index.ts";
import { quantityText, shopUnit, shopValue } from "../../labels/display.ts";
import { type ColourOf, LineChart, type LineDataset } from "../line-chart.tsx";

interface TraceChartProps {
  readonly samples: readonly Sample[];
  readonly answer: HoldAnswer | null;
  readonly isSimulated: boolean;
}

/** A pressure as the chart plots it. */
const plotted = (psi: number) => shopValue(psi, "psi");

/** Readings in minutes; a pause breaks the line. */
function withGaps(samples: readonly Sample[], pick: (sample: Sample) => number | undefined): ChartPoint[] {
  return readingRuns(samples).flatMap((run, at) => {
    const points = run.map((sample) => ({ x: sample.t / 60, y: pick(sample) ?? Number.NaN }));
    return at === 0 ? points : [{ x: points[0]?.x ?? 0, y: Number.NaN }, ...points];
  });
}

function datasets({ samples, answer }: TraceChartProps, colour: ColourOf): readonly LineDataset[] {
  const line = { pointRadius: 0, borderWidth: 1 } as const;
  const curve = answer?.fit ?? [];
  const at = (pick: (each: (typeof curve)[number]) => number) =>
    curve.map((each) => ({ x: each.t / 60, y: pick(each) }));
  const temps = samples.some(({ tempF }) => tempF !== undefined);
  return [
    {
      ...line,
      label: "Read",
      data: withGaps(samples, ({ psi }) => plotted(psi)),
      borderColor: colour("--rule"),
      backgroundColor: colour("--ink"),
      pointRadius: 1.6,
      spanGaps: false,
    },
    ...(answer === null
      ? []
      : [
          {
            ...line,
            label: "19 in 20 lie within",
            data: at(({ high }) => plotted(high)),
            borderColor: "transparent",
            backgroundColor: colour("--work-wash"),
            fill: "+1",
          },
          { ...line, label: "lower bound", data: at(({ low }) => plotted(low)), borderColor: "transparent" },
          {
            ...line,
            label: "Model",
            data: at(({ psi }) => plotted(psi)),
            borderColor: colour("--work"),
            borderWidth: 2.5,
            order: -1,
          },
          ...(answer.steps.length > 0
            ? [
                {
                  ...line,
                  label: "Jump",
                  data: answer.steps.map((t) => ({
                    x: t / 60,
                    y: plotted(samples.find((each) => each.t >= t)?.psi ?? 0),
                  })),
                  showLine: false,
                  pointRadius: 7,
                  pointStyle: "triangle" as const,
                  backgroundColor: colour("--wet"),
                },
              ]
            : []),
        ]),
    ...(temps
      ? [
          {
            ...line,
            label: `Temperature, ${shopUnit("F")}`,
            data: withGaps(samples, ({ tempF }) => (tempF === undefined ? undefined : shopValue(tempF, "F"))),
            borderColor: colour("--dry"),
            borderDash: [4, 3],
            yAxisID: "temp",
            spanGaps: false,
          },
        ]
      : []),
  ];
}

/** Chatter is not to fill the height: at least so many are shown. */
const LEAST_SPAN_F = 10;
const LEAST_SPAN_PSI = 2;

function steadyScale(values: readonly number[], span: number, unit: TradeUnit) {
  const middle = (Math.min(...values) + Math.max(...values)) / 2;
  return {
    suggestedMin: shopValue(Math.floor(middle - span / 2), unit),
    suggestedMax: shopValue(Math.ceil(middle + span / 2), unit),
  };
}

/** What the gauge read, the model's curve with its band, jumps and temperature. What it says is also said in words beside it. */
export function TraceChart(props: TraceChartProps) {
  const { samples, answer, isSimulated } = props;
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawn afresh for new readings and a new answer only.
  const of = useMemo(() => ({ datasets: (colour: ColourOf) => datasets(props, colour) }), [samples, answer]);
  const [first, last] = [samples[0], samples.at(-1)];
  const temps = samples.flatMap(({ tempF }) => tempF ?? []);
  return (
    <figure className="relative">
      <LineChart
        of={of}
        x="minutes"
        y={shopUnit("psi")}
        bounds={{
          x: { min: 0 },
          y: steadyScale(
            samples.map(({ psi }) => psi),
            LEAST_SPAN_PSI,
            "psi",
          ),
        }}
        {...(temps.length === 0
          ? {}
          : { right: { id: "temp", title: shopUnit("F"), ...steadyScale(temps, LEAST_SPAN_F, "F") } })}
        unlisted={["lower bound"]}
        label={
          first && last
            ? `Gauge trace: ${samples.length} readings over ${(last.t / 60).toFixed(1)} minutes, from ${quantityText(first.psi, "psi", 1)} to ${quantityText(last.psi, "psi", 1)}`
            : "Gauge trace, no readings yet"
        }
      />
      {isSimulated && (
        <figcaption className="mark mt-1 inline-block text-work-ink">SIMULATED READINGS</figcaption>
      )}
    </figure>
  );
}
