import { HIGHEST_STATIC_PSI } from "../../core/plan/index.ts";
import { quantityText, shopUnit } from "../../labels/display.ts";
import { TREATMENT_WORDS } from "../../labels/survey.ts";
import { OptionalRadio, RadioGroup } from "../../ui/choice.tsx";
import { TextField } from "../../ui/field.tsx";
import { withField } from "../with-field.ts";
import { readPsi } from "./draft.ts";
import type { PanelProps } from "./panel-props.ts";

/** Hot or cold, how hard the water pushes, and whether it is treated. */
export function WaterPanel({ draft, setDraft, set, faults, guess }: PanelProps) {
  const { survey } = draft;
  const psi = readPsi(draft.psiText);
  const isHigh = psi.ok && psi.value !== null && psi.value.value > HIGHEST_STATIC_PSI;
  return (
    <>
      <div className={guess("water")}>
        <RadioGroup
          label="Water"
          options={[
            ["cold", "C cold"],
            ["hot", "H hot"],
          ]}
          value={survey.water}
          onChange={(water) => set({ water })}
        />
      </div>
      <TextField
        label={`Static pressure, ${shopUnit("psi")} (empty: not measured)`}
        value={draft.psiText}
        onChange={(psiText) => setDraft((now) => ({ ...now, psiText }))}
        fault={faults.psi}
        hint={
          isHigh
            ? `Above ${quantityText(HIGHEST_STATIC_PSI, "psi")}: a reducer and expansion control come first.`
            : "gauge pressure with nothing running"
        }
      />
      <OptionalRadio
        label="Water through a treatment unit"
        options={TREATMENT_WORDS}
        unset="untreated"
        value={survey.supply.treated}
        onChange={(treated) =>
          setDraft((now) => ({
            ...now,
            survey: { ...now.survey, supply: withField(now.survey.supply, "treated", treated) },
          }))
        }
      />
    </>
  );
}
