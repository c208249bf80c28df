import { type Branch, type Profile, PURGE_TIMES, profileOf, volumeGal } from "../../core/branch/index.ts";
import { elevationPsi } from "../../core/water/index.ts";
import { BranchProfile } from "../../drawing/branch-profile.tsx";
import { quantityFigure, quantityText, shopUnit } from "../../labels/display.ts";
import { psiText } from "../../labels/water.ts";
import { DataTable } from "../../ui/data-table.tsx";
import { HelpButton } from "../../ui/help-button.tsx";
import { useNarrow } from "../line/use-narrow.ts";

interface FlowPanelProps {
  readonly branch: Branch;
  readonly fixture: { readonly label: string; readonly leastPsi: number; readonly fillGal: number };
  readonly flowGpm: number;
  /** The same branch on the next wider pipe; null: none is listed. */
  readonly wider: Branch | null;
}

const tenths = (value: number) => (Math.round(value * 10) / 10).toString();

/** Seconds or minutes, as a person would say them. */
function timeText(minutes: number): string {
  const seconds = Math.round(minutes * 60);
  return seconds < 100 ? `${seconds} s` : `${tenths(minutes)} min`;
}

function costliestOf({ losses }: Profile): number | null {
  const most = Math.max(0, ...losses.map(({ lossPsi }) => lossPsi.likely));
  return most < 0.5 ? null : losses.findIndex(({ lossPsi }) => lossPsi.likely === most);
}

/** What flows and what is left: the pressure along the branch, what each part takes of it, and the times that follow. */
export function FlowPanel({ branch, fixture, flowGpm, wider }: FlowPanelProps) {
  const isNarrow = useNarrow();
  const { leastPsi, fillGal } = fixture;
  const profile = profileOf(branch, flowGpm, leastPsi);
  const headPsi = branch.staticPsi - elevationPsi(branch.elevationFt, branch.waterTempF);
  const { losses, residualPsi, mostGpm } = profile;
  const costliest = costliestOf(profile);
  const most = Math.max(0.1, ...losses.map(({ lossPsi }) => lossPsi.high));
  const lineGal = volumeGal(branch.stretches);
  const widerGpm = wider === null ? null : profileOf(wider, flowGpm, leastPsi).mostGpm;
  const isStarved = residualPsi.likely < leastPsi;
  return (
    <section aria-label="What flows and what is left" className="mt-4">
      <h2>
        What eats the pressure <HelpButton topic="residual" />
      </h2>
      <p>
        <span
          className={isStarved ? "figure text-lead font-bold text-wet-ink" : "figure text-lead font-bold"}
          data-residual
        >
          {psiText(residualPsi.likely)}
        </span>{" "}
        left at the inlet at {quantityText(flowGpm, "gpm", 1)}
        {residualPsi.high - residualPsi.low >= 1 &&
          ` (${quantityFigure(residualPsi.low, "psi")} to ${quantityFigure(residualPsi.high, "psi")})`}
        ; the {fixture.label} needs {quantityFigure(leastPsi, "psi")}.{" "}
        {costliest !== null && <>Most of it goes in {losses[costliest]?.stretch.name}.</>}
      </p>
      <BranchProfile
        profile={profile}
        headPsi={headPsi}
        leastPsi={leastPsi}
        isBeforeAssumed={branch.isBeforeAssumed}
        isNarrow={isNarrow}
      />
      {losses.length === 0 ? (
        <p>No part lies between the supply and the inlet: all the pressure is there.</p>
      ) : (
        <div className="mt-2 overflow-x-auto">
          <DataTable
            className="text-small"
            columns={[
              { label: "Part" },
              { label: `Bore, ${shopUnit("in")}`, className: "text-right" },
              { label: shopUnit("ft/s"), className: "hidden text-right sm:table-cell" },
              { label: `${shopUnit("psi")} taken`, className: "text-right" },
              { label: <span className="sr-only">Share</span>, className: "hidden w-1/4 sm:table-cell" },
            ]}
          >
            {losses.map(({ stretch, lossPsi, velocityFtS }, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the branch's own order is what tells its parts apart.
              <tr key={at}>
                <th scope="row">
                  <b className="figure">{at + 1}</b> {stretch.name}
                  {stretch.lengthFt >= 1 && `, ${quantityText(stretch.lengthFt, "ft", 1)}`}
                </th>
                <td className="figure text-right">{quantityFigure(stretch.boreIn, "in", 2)}</td>
                <td className="figure hidden text-right sm:table-cell">
                  {quantityFigure(velocityFtS, "ft/s", 1)}
                </td>
                <td className="figure text-right">
                  {quantityFigure(lossPsi.likely, "psi", 1)}
                  {lossPsi.high - lossPsi.low >= 0.2 && (
                    <span className="block whitespace-nowrap text-tiny text-quiet">
                      {quantityFigure(lossPsi.low, "psi", 1)} to {quantityFigure(lossPsi.high, "psi", 1)}
                    </span>
                  )}
                </td>
                <td className="hidden sm:table-cell">
                  <svg
                    viewBox="0 0 100 12"
                    className="h-3 w-full"
                    preserveAspectRatio="none"
                    aria-hidden="true"
                  >
                    <rect width={(100 * lossPsi.high) / most} y="4" height="4" className="fill-hairline" />
                    <rect width={(100 * lossPsi.likely) / most} height="12" className="fill-work" />
                  </svg>
                </td>
              </tr>
            ))}
          </DataTable>
        </div>
      )}
      <ul className="mt-2">
        <li>
          {mostGpm === null
            ? `The branch does not limit the flow: over ${quantityText(100, "gpm")} would leave ${quantityText(leastPsi, "psi")}.`
            : `At most ${quantityText(mostGpm, "gpm", 1)} flow while ${quantityText(leastPsi, "psi")} are left.`}
          {wider !== null &&
            widerGpm !== null &&
            mostGpm !== null &&
            !branch.isBeforeAssumed &&
            ` On ${wider.before.name} it would be ${quantityFigure(widerGpm, "gpm", 1)}.`}
        </li>
        <li>
          One filling of {quantityText(fillGal, "gal", 1)} takes about {timeText(fillGal / flowGpm)}.
        </li>
        <li>
          The parts hold {quantityText(lineGal, "gal", 3)}: run{" "}
          {quantityFigure(lineGal * PURGE_TIMES.low, "gal", 2)} to{" "}
          {quantityText(lineGal * PURGE_TIMES.high, "gal", 2)} through to purge them,{" "}
          {timeText((lineGal * PURGE_TIMES.high) / flowGpm)} at this flow; then as the fixture asks.
        </li>
      </ul>
      {branch.isBeforeAssumed && (
        <p className="text-small text-quiet">
          The pipe before the supply is not known: the static pressure is taken at the supply end.
        </p>
      )}
      <p className="text-small text-quiet">
        K of fittings is known to tens of per cent only: the figures in small print and the thick mark at the
        inlet are what that leaves open.
      </p>
    </section>
  );
}
