import type { Chart, ChartDataset, Point as ChartPoint } from "chart.js";
import { useEffect, useRef } from "react";

export type LineDataset = ChartDataset<"line", ChartPoint[]>;
/** Returns the colour of a token of the theme as the browser resolves it. */
export type ColourOf = (token: string) => string;
interface Bounds {
  readonly min?: number;
  readonly suggestedMin?: number;
  readonly suggestedMax?: number;
}

interface LineChartProps {
  /** What is drawn; a new value draws the chart afresh. */
  readonly of: { readonly datasets: (colour: ColourOf) => readonly LineDataset[] };
  readonly x: string;
  readonly y: string;
  readonly bounds?: { readonly x?: Bounds; readonly y?: Bounds };
  /** A second scale on the right, for the curves that name it. */
  readonly right?: { readonly id: string; readonly title: string } & Bounds;
  /** Curves the legend leaves out. */
  readonly unlisted?: readonly string[];
  /** What the chart shows, in words. */
  readonly label: string;
}

/** Curves over a plain scale. The package is fetched when the first chart is drawn. */
export function LineChart({ of, x, y, bounds = {}, right, unlisted = [], label }: LineChartProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart<"line", ChartPoint[]> | null>(null);
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
      Drawn.defaults.font.size = 13;
      // A canvas knows no light-dark(): the browser resolves it for an element.
      const probe = document.createElement("span");
      canvas.current.parentElement?.append(probe);
      const resolved: ColourOf = (token) => {
        probe.style.color = style.getPropertyValue(token).trim();
        return getComputedStyle(probe).color;
      };
      const datasets = [...of.datasets(resolved)];
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
        data: { datasets },
        options: {
          animation: false,
          parsing: false,
          maintainAspectRatio: false,
          scales: {
            x: { ...axis(x), ...bounds.x },
            y: { ...axis(y), ...bounds.y },
            ...(right === undefined
              ? {}
              : {
                  [right.id]: {
                    ...axis(right.title),
                    suggestedMin: right.suggestedMin,
                    suggestedMax: right.suggestedMax,
                    position: "right" as const,
                    grid: { drawOnChartArea: false },
                  },
                }),
          },
          plugins: {
            legend: { labels: { color: ink, boxWidth: 14, filter: ({ text }) => !unlisted.includes(text) } },
          },
        },
      });
    };
    void draw();
    return () => {
      isWanted = false;
    };
  }, [of]);
  useEffect(
    () => () => {
      chart.current?.destroy();
      chart.current = null;
    },
    [],
  );
  return (
    <div className="relative h-72">
      {/* Out of the flow: a canvas keeps the width it was drawn in, and would hold the page that wide in a narrower window. */}
      <canvas ref={canvas} className="absolute inset-0" role="img" aria-label={label} />
    </div>
  );
}
