import { useState } from "react";
import { SHEET_DEPTHS, type SheetDepth } from "../../core/short-sheet/index.ts";
import { RadioOption } from "../../ui/choice.tsx";
import type { FullBecause } from "./short-sheet.ts";

const BECAUSE: Readonly<Record<FullBecause, string>> = {
  concealed: "In full, because something is closed into a wall.",
  "gave-way": "In full, because a standard of the shop gave way here.",
};

/** Returns how deep a sheet is shown: as chosen here, else in full where the work asks for it, else as this device usually shows sheets. */
export function useDepth(usual: SheetDepth, because: FullBecause | null) {
  const [chosen, setDepth] = useState<SheetDepth | null>(null);
  const depth: SheetDepth = chosen ?? (because === null ? usual : "full");
  return { depth, setDepth, because: chosen === null && usual === "short" ? because : null };
}

interface DepthSwitchProps extends ReturnType<typeof useDepth> {
  readonly acts: number;
}

/** A short sheet or every act, for this sheet; the usual one is chosen in Settings. */
export function DepthSwitch({ depth, setDepth, because, acts }: DepthSwitchProps) {
  const words: Readonly<Record<SheetDepth, string>> = { short: "Short", full: `Full, ${acts} acts` };
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-4">
      <fieldset aria-label="Depth of the sheet" className="flex flex-wrap gap-2">
        {SHEET_DEPTHS.map((each) => (
          <RadioOption key={each} name="depth" value={each} chosen={depth} onChange={setDepth}>
            {words[each]}
          </RadioOption>
        ))}
      </fieldset>
      {because !== null && <p className="text-small text-quiet">{BECAUSE[because]}</p>}
    </div>
  );
}
