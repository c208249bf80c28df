import { placeOfSupply } from "../../core/survey/index.ts";
import { SUPPLY_WORDS } from "../../labels/survey.ts";
import { RadioGroup } from "../../ui/choice.tsx";
import { deferred, OPENING } from "../../ui/deferred.tsx";
import { EndPicker } from "../end-picker/end-picker.tsx";
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
