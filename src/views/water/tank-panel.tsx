import { useState } from "react";
import { type Branch, flowIntoEmitter } from "../../core/branch/index.ts";
import { emptying, usableGal } from "../../core/water/index.ts";
import { quantityFigure, quantityText, shopUnit } from "../../labels/display.ts";
import { DataTable } from "../../ui/data-table.tsx";
import { Slider } from "../../ui/slider.tsx";

interface TankPanelProps {
  readonly branch: Branch;
  readonly flowGpm: number;
}

/** Pressure at which a faucet's usual flow is told, psi: the middle of what a house has. */
const TOLD_AT_PSI = 40;
const PORTIONS = 5;
const tenths = (value: number) => Math.round(value * 10) / 10;

/** A reverse-osmosis tank on this branch: how pressure and flow fall as it empties. */
export function TankPanel({ branch, flowGpm }: TankPanelProps) {
  const [volumeGal, setVolume] = useState(4);
  const [prechargePsi, setPrecharge] = useState(7);
  const [fullPsi, setFull] = useState(40);
  const tank = { volumeGal, prechargePsi, fullPsi: Math.max(fullPsi, prechargePsi + 1) };
  const emitter = flowGpm / Math.sqrt(TOLD_AT_PSI);
  const moments = emptying(tank, (psi) => flowIntoEmitter(branch, psi, emitter), PORTIONS);
  return (
    <details className="mt-5">
      <summary className="min-h-touch cursor-pointer py-2 font-bold">From a reverse-osmosis tank</summary>
      <div className="grid gap-x-6 gap-y-2 md:grid-cols-3">
        <Slider
          label="Tank, air and water together"
          unit="gal"
          value={volumeGal}
          min={1}
          max={40}
          step={0.5}
          onChange={setVolume}
        />
        <Slider
          label="Air when empty"
          unit="psi"
          value={prechargePsi}
          min={2}
          max={20}
          step={0.5}
          onChange={setPrecharge}
        />
        <Slider label="Full at" unit="psi" value={fullPsi} min={20} max={80} step={1} onChange={setFull} />
      </div>
      <p className="mt-1">
        A full tank gives {quantityText(usableGal(tank), "gal", 1)}; the last of it comes at{" "}
        {quantityText(prechargePsi, "psi")}.
      </p>
      <div className="mt-2 overflow-x-auto">
        <DataTable
          className="text-small"
          columns={[
            `Drawn, ${shopUnit("gal")}`,
            `${shopUnit("psi")} in the tank`,
            shopUnit("gpm"),
            "After",
          ].map((label) => ({ label, className: "text-right" }))}
        >
          {moments.map(({ drawnGal, psi, gpm, seconds }) => (
            <tr key={drawnGal}>
              <td className="figure text-right">{quantityFigure(drawnGal, "gal", 1)}</td>
              <td className="figure text-right">{quantityFigure(psi, "psi")}</td>
              <td className="figure text-right">{quantityFigure(gpm, "gpm", 2)}</td>
              <td className="figure text-right">
                {seconds < 100 ? `${Math.round(seconds)} s` : `${tenths(seconds / 60)} min`}
              </td>
            </tr>
          ))}
        </DataTable>
      </div>
    </details>
  );
}
