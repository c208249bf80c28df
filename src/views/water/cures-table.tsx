import type { Cures, HammerVerdict } from "../../core/hammer/index.ts";
import { lengthFigure, lengthText, quantityFigure, shopUnit } from "../../labels/display.ts";
import { CURE_TITLES, psiText, VERDICT_TITLES } from "../../labels/water.ts";
import { DataTable } from "../../ui/data-table.tsx";

interface CuresTableProps {
  readonly cures: Cures;
  readonly units: number;
  readonly bodyIn: number | null;
  readonly room: {
    readonly clearanceIn: number | null;
    readonly arrestorIn: number | null;
    readonly lineIn: number | null;
  };
  /** Share of its gas that an arrestor keeps under this static pressure; null: none is listed. */
  readonly gasShare: number | null;
  readonly prechargePsi: number;
  readonly staticPsi: number;
}

const VERDICT_INKS: Readonly<Record<HammerVerdict, string>> = {
  "within-rating": "text-dry-ink",
  "may-exceed": "text-work-ink",
  "column-parts": "text-wet-ink",
  "above-rating": "text-wet-ink",
};

/** Whether the arrestor and the line's bend find room before the inlet. */
function roomText({ clearanceIn, arrestorIn, lineIn }: CuresTableProps["room"]): string {
  if (arrestorIn === null) return "No arrestor in the catalogue goes on this inlet.";
  const needed = arrestorIn + (lineIn ?? 0);
  const asks = `At the valve it needs ${lengthText(Math.ceil(needed * 8) / 8)} before the inlet: its own ${lengthFigure(Math.round(arrestorIn * 16) / 16)}${
    lineIn === null ? "" : " and the line's cuff and bend"
  }`;
  if (clearanceIn === null) return `${asks}. Nobody has measured how much there is.`;
  return needed <= clearanceIn
    ? `${asks}; ${lengthText(clearanceIn)} are there.`
    : `${asks}; only ${lengthText(clearanceIn)} are there: put it at the stop, or lay the line with an elbow.`;
}

/** What would quiet the branch: the arrestor it needs, and what each other way leaves. */
export function CuresTable({
  cures,
  units,
  bodyIn,
  room,
  gasShare,
  prechargePsi,
  staticPsi,
}: CuresTableProps) {
  const { limitPsi, leastGasIn3, size, sizeByUnits, slowEnoughMs } = cures;
  return (
    <section aria-label="What helps" className="mt-5" data-cures>
      <h2>What helps</h2>
      <ul>
        <li>
          {leastGasIn3 === null
            ? `No arrestor of a house keeps this branch below ${psiText(limitPsi)}.`
            : `An arrestor at the valve needs ${Math.round(leastGasIn3 * 10) / 10} cubic inches of gas to stay below ${psiText(limitPsi)}: ${
                size === null ? "more than the listed sizes hold" : `size ${size.size}`
              }.`}{" "}
          {sizeByUnits !== null &&
            `By ${units} fixture units the standard's table says size ${sizeByUnits.size}.`}
        </li>
        <li>
          {slowEnoughMs === null
            ? "No valve closes slowly enough to do without."
            : `A valve that takes ${Math.round(slowEnoughMs)} ms to close does without one.`}
        </li>
        {gasShare !== null && (
          <li>
            {staticPsi < prechargePsi
              ? `Its ${psiText(prechargePsi)} of gas stand against ${psiText(staticPsi)} of water: the piston rests until the pressure passes ${psiText(prechargePsi)}.`
              : `Under ${psiText(staticPsi)} its ${psiText(prechargePsi)} of gas keep ${Math.round(gasShare * 100)} % of their volume.`}
          </li>
        )}
        <li>{roomText(room)}</li>
        <li>
          A piston arrestor works in any position (its maker wins),{" "}
          {bodyIn !== null && `its body reaches about ${lengthText(bodyIn)} to the side, `}
          an air chamber only upright; neither may freeze, and both stay where a hand can reach them.
        </li>
      </ul>
      <div className="mt-2 overflow-x-auto">
        <DataTable
          className="text-small"
          columns={[
            { label: "Change" },
            { label: `Highest, ${shopUnit("psi")}`, className: "text-right" },
            { label: "Against the weakest part" },
          ]}
        >
          {cures.cures.map(({ kind, highestPsi, verdict }) => (
            <tr key={kind} data-cure={kind}>
              <th scope="row">
                {CURE_TITLES[kind]}
                {kind === "slower-closing" && slowEnoughMs !== null && `, ${Math.round(slowEnoughMs)} ms`}
              </th>
              <td className="figure text-right">
                {quantityFigure(highestPsi.likely, "psi")}
                <span className="block whitespace-nowrap text-tiny text-quiet">
                  {quantityFigure(highestPsi.low, "psi")} to {quantityFigure(highestPsi.high, "psi")}
                </span>
              </td>
              <td className={VERDICT_INKS[verdict]}>{VERDICT_TITLES[verdict]}</td>
            </tr>
          ))}
        </DataTable>
      </div>
      <p className="text-small text-quiet">
        Model codes ask for a listed arrestor at quick-closing valves: local code decides, and the maker's
        size and place win over these figures. Pipes that knock against wood are strapped first.
      </p>
    </section>
  );
}
