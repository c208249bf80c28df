import type { Chart, ChartDataset, Point as ChartPoint } from "chart.js";
import { useEffect, useRef } from "react";
import { type HoldAnswer, readingRuns, type Sample } from "../../core/hold/index.ts";

interface TraceChartProps {
  readonly samples: readonly Sample[];
  readonly answer: HoldAnswer | null;
  readonly isSimulated: boolean;
}

/** Readings in minutes; a pause breaks the line. */
function withGaps(samples: readonly Sample[], pick: (sample: Sample) => number | undefined): ChartPoint[] {
  return readingRuns(samples).flatMap((run, at) => {
    const points = run.map((sample) => ({ x: sample.t / 60, y: pick(sample) ?? Number.NaN }));
    return at === 0 ? points : [{ x: points[0]?.x ?? 0, y: Number.NaN }, ...points];
  });
}

function datasets(
  { samples, answer }: TraceChartProps,
  colour: (name: string) => string,
): ChartDataset<"line", ChartPoint[]>[] {
  const line = { pointRadius: 0, borderWidth: 1 } as const;
  const curve = answer?.fit ?? [];
  const at = (pick: (each: (typeof curve)[number]) => number) =>
    curve.map((each) => ({ x: each.t / 60, y: pick(each) }));
  const temps = samples.some(({ tempF }) => tempF !== undefined);
  return [
    {
      ...line,
      label: "Read",
      data: withGaps(samples, ({ psi }) => psi),
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
            data: at(({ high }) => high),
            borderColor: "transparent",
            backgroundColor: colour("--work-wash"),
            fill: "+1",
          },
          { ...line, label: "lower bound", data: at(({ low }) => low), borderColor: "transparent" },
          {
            ...line,
            label: "Model",
            data: at(({ psi }) => psi),
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
                    y: samples.find((each) => each.t >= t)?.psi ?? 0,
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
            label: "Temperature, F",
            data: withGaps(samples, ({ tempF }) => tempF),
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

function steadyScale(values: readonly number[], span: number) {
  const middle = (Math.min(...values) + Math.max(...values)) / 2;
  return { suggestedMin: Math.floor(middle - span / 2), suggestedMax: Math.ceil(middle + span / 2) };
}

/** What the gauge read, the model's curve with its band, jumps and temperature. What it says is also said in words beside it. */
export function TraceChart(props: TraceChartProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart<"line", ChartPoint[]> | null>(null);
  const { samples, answer, isSimulated } = props;
  const hasTemp = samples.some(({ tempF }) => tempF !== undefined);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the chart is drawn afresh for what it shows, and for nothing else.
  useEffect(() => {
    let isWanted = true;
    const draw = async () => {
      const {
        Chart: Drawn,
        Filler,
        Legend,
        LinearScale,
        LineController,
        LineElement,
        PointElement,
      } = await import("chart.js");
      if (!isWanted || canvas.current === null) return;
      Drawn.register(Filler, Legend, LinearScale, LineController, LineElement, PointElement);
      const style = getComputedStyle(canvas.current);
      Drawn.defaults.font.family = style.fontFamily;
      const colour = (name: string) => style.getPropertyValue(name).trim();
      // A canvas knows no light-dark(): the browser resolves it for an element.
      const probe = document.createElement("span");
      canvas.current.parentElement?.append(probe);
      const resolved = (name: string) => {
        probe.style.color = colour(name);
        return getComputedStyle(probe).color;
      };
      const data = { datasets: datasets(props, resolved) };
      const [ink, quiet, hairline] = [resolved("--ink"), resolved("--quiet"), resolved("--hairline")];
      probe.remove();
      chart.current?.destroy();
      const axis = (text: string) => ({
        type: "linear" as const,
        title: { display: true, text, color: quiet },
        ticks: { color: quiet },
        grid: { color: hairline },
      });
      chart.current = new Drawn(canvas.current, {
        type: "line",
        data,
        options: {
          animation: false,
          parsing: false,
          maintainAspectRatio: false,
          scales: {
            x: { ...axis("minutes"), min: 0 },
            y: {
              ...axis("psi"),
              ...steadyScale(
                samples.map(({ psi }) => psi),
                LEAST_SPAN_PSI,
              ),
            },
            ...(hasTemp
              ? {
                  temp: {
                    ...axis("F"),
                    ...steadyScale(
                      samples.flatMap(({ tempF }) => tempF ?? []),
                      LEAST_SPAN_F,
                    ),
                    position: "right" as const,
                    grid: { drawOnChartArea: false },
                  },
                }
              : {}),
          },
          plugins: {
            legend: { labels: { color: ink, boxWidth: 14, filter: ({ text }) => text !== "lower bound" } },
          },
        },
      });
    };
    void draw();
    return () => {
      isWanted = false;
    };
  }, [samples, answer]);
  useEffect(
    () => () => {
      chart.current?.destroy();
      chart.current = null;
    },
    [],
  );
  const [first, last] = [samples[0], samples.at(-1)];
  return (
    <figure className="relative">
      <div className="relative h-72">
        <canvas
          ref={canvas}
          role="img"
          aria-label={
            first && last
              ? `Gauge trace: ${samples.length} readings over ${(last.t / 60).toFixed(1)} minutes, from ${first.psi} to ${last.psi} psi`
              : "Gauge trace, no readings yet"
          }
        />
      </div>
      {isSimulated && (
        <figcaption className="mark mt-1 inline-block text-work-ink">SIMULATED READINGS</figcaption>
      )}
    </figure>
  );
}
