import { placeOfSupply } from "../../core/survey/index.ts";
import { SUPPLY_WORDS } from "../../labels/survey.ts";
import { deferred, OPENING } from "../deferred.tsx";
import { EndPicker } from "../end-picker/end-picker.tsx";
import { RadioGroup } from "../fields.tsx";
import type { PanelProps } from "./panel-props.ts";

const SupplyMore = deferred(async () => (await import("./supply-more.tsx")).SupplyMore, OPENING, "soon");

/** What the line begins at, and what else is known of it. */
export function SupplyPanel({ draft: { survey }, set, guess, offer }: PanelProps) {
  const { supply } = survey;
  return (
    <>
      <div className={guess("supply")}>
        <EndPicker
          label="Supply end"
          offer={offer}
          place={placeOfSupply(supply.kind)}
          value={supply.end}
          onChange={(end) => set({ supply: { ...supply, end } })}
        />
      </div>
      <div className={guess("supply")}>
        <RadioGroup
          label="It is"
          options={SUPPLY_WORDS}
          value={supply.kind}
          onChange={(kind) => set({ supply: { ...supply, kind } })}
        />
      </div>
      <SupplyMore
        supply={supply}
        fixture={survey.fixture}
        offer={offer}
        onChange={(changed) => set({ supply: changed })}
      />
    </>
  );
}
