import { useMemo } from "react";
import { boilingPsi, type Hammer, hammerVerdict } from "../../core/hammer/index.ts";
import { quantityFigure, shopUnit, shopValue } from "../../labels/display.ts";
import { psiText, VERDICT_TITLES, verdictWords } from "../../labels/water.ts";
import { HelpButton } from "../../ui/help-button.tsx";
import type { Bangs } from "../../workers/water.worker.ts";
import { type ColourOf, LineChart, type LineDataset } from "../line-chart.tsx";

interface BangPanelProps {
  readonly bangs: Bangs;
  readonly ratedPsi: number;
  readonly isRatingStated: boolean;
  readonly waterTempF: number;
  readonly deviceName: string;
}

const points = (trace: Hammer["trace"]) => trace.map(({ ms, psi }) => ({ x: ms, y: shopValue(psi, "psi") }));

function datasets({ bangs, ratedPsi, deviceName }: BangPanelProps, colour: ColourOf): readonly LineDataset[] {
  const { bare, held } = bangs;
  const line = { pointRadius: 0, borderWidth: 1 } as const;
  const until = Math.max(bare.trace.at(-1)?.ms ?? 0, held?.trace.at(-1)?.ms ?? 0);
  return [
    {
      ...line,
      label: "Without, harshest",
      data: points(bare.harshTrace),
      borderColor: colour("--wet"),
      borderDash: [2, 3],
    },
    {
      ...line,
      label: "Without, mildest",
      data: points(bare.mildTrace),
      borderColor: colour("--wet"),
      borderDash: [2, 3],
    },
    {
      ...line,
      label: "Without a device",
      data: points(bare.trace),
      borderColor: colour("--wet"),
      borderWidth: 2,
    },
    ...(held === null
      ? []
      : [
          {
            ...line,
            label: deviceName,
            data: points(held.trace),
            borderColor: colour("--dry"),
            borderWidth: 2.5,
          },
        ]),
    {
      ...line,
      label: "Rating of the weakest part",
      data: [
        { x: 0, y: shopValue(ratedPsi, "psi") },
        { x: until, y: shopValue(ratedPsi, "psi") },
      ],
      borderColor: colour("--ink"),
      borderDash: [8, 4],
    },
  ];
}

function Verdict({
  title,
  bang,
  ratedPsi,
  hasCushion,
}: {
  readonly title: string;
  readonly bang: Hammer;
  readonly ratedPsi: number;
  readonly hasCushion: boolean;
}) {
  const verdict = hammerVerdict(bang, ratedPsi, hasCushion);
  const { low, likely, high } = bang.highestRangePsi;
  const edge =
    verdict === "within-rating" ? "border-dry" : verdict === "may-exceed" ? "border-work" : "border-wet";
  return (
    <div className={`notice ${edge}`} data-bang={hasCushion ? "held" : "bare"} data-verdict={verdict}>
      <h3>{title}</h3>
      <p>
        <span className="figure text-head font-bold">{quantityFigure(likely, "psi")}</span> {shopUnit("psi")}{" "}
        {high - low >= 2 && (
          <span className="text-small text-quiet">
            ({quantityFigure(low, "psi")} to {quantityFigure(high, "psi")})
          </span>
        )}
      </p>
      <p className="font-bold">{VERDICT_TITLES[verdict]}</p>
      {verdictWords(bang, verdict, ratedPsi, hasCushion).map((words) => (
        <p key={words} className="text-small">
          {words}
        </p>
      ))}
    </div>
  );
}

/** The bang when the fixture's valve shuts: highest pressure on the branch with and without a device, and the trace at the valve. */
export function BangPanel(props: BangPanelProps) {
  const { bangs, ratedPsi, isRatingStated, waterTempF, deviceName } = props;
  const { bare, held } = bangs;
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawn afresh for new traces and another rating only.
  const of = useMemo(() => ({ datasets: (colour: ColourOf) => datasets(props, colour) }), [bangs, ratedPsi]);
  const summary = `Pressure at the valve over ${Math.round(bare.trace.at(-1)?.ms ?? 0)} ms: up to ${psiText(bare.peakPsi)} without a device${
    held === null ? "" : `, up to ${psiText(held.peakPsi)} with one`
  }`;
  return (
    <section aria-label="The bang" className="mt-5">
      <h2>
        The bang when the valve shuts <HelpButton topic="bang" />
      </h2>
      <div className="mt-1 grid gap-4 md:grid-cols-2">
        <Verdict title="Without a device" bang={bare} ratedPsi={ratedPsi} hasCushion={false} />
        {held !== null && <Verdict title={deviceName} bang={held} ratedPsi={ratedPsi} hasCushion />}
      </div>
      <LineChart
        of={of}
        x="ms"
        y={`${shopUnit("psi")} at the valve`}
        bounds={{ x: { min: 0 } }}
        label={summary}
      />
      <p className="text-small text-quiet">
        An instant stop would add {psiText(bare.joukowskyPsi)}; a wave runs to the supply and back in{" "}
        {Math.round(bare.returnMs)} ms. Water boils at {psiText(boilingPsi(waterTempF))} and the trace ends
        there. {!isRatingStated && "No part states a rating: the usual surge limit of arrestors is taken. "}
        Hoses are known by maker only, valves close as they like: the range is what that leaves open.
      </p>
    </section>
  );
}
