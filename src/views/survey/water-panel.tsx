import { sourceValve } from "../../core/piping/index.ts";
import { HIGHEST_STATIC_PSI } from "../../core/plan/index.ts";
import type { SourceKind, WaterSource } from "../../core/source/index.ts";
import { quantityText, shopUnit } from "../../labels/display.ts";
import { TREATMENT_WORDS } from "../../labels/survey.ts";
import { OptionalRadio, RadioGroup } from "../../ui/choice.tsx";
import { TextField } from "../../ui/field.tsx";
import { withField } from "../with-field.ts";
import { readPsi } from "./draft.ts";
import type { PanelProps } from "./panel-props.ts";

/** Sources that have a valve and a way of their own to be shut. */
const ASKED_SOURCES: readonly { readonly kind: SourceKind; readonly label: string; readonly hot: boolean }[] =
  [
    { kind: "well", label: "A well with a pressure tank", hot: false },
    { kind: "tank", label: "The tank of a treatment unit", hot: false },
    { kind: "recirculation", label: "A loop that hot water runs round in", hot: true },
  ];

/** Hot or cold, how hard the water pushes, and whether it is treated. */
export function WaterPanel({ draft, setDraft, set, faults, guess }: PanelProps) {
  const { survey } = draft;
  const psi = readPsi(draft.psiText);
  const setSource = (kind: SourceKind, source: WaterSource | null) => {
    const others = (survey.sources ?? []).filter((each) => each.kind !== kind);
    const sources = source === null ? others : [...others, source];
    setDraft((now) => ({
      ...now,
      survey: withField(now.survey, "sources", sources.length === 0 ? undefined : sources),
    }));
  };
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
      <fieldset>
        <legend className="text-small text-quiet">Its water also comes from</legend>
        {ASKED_SOURCES.filter(({ hot }) => !hot || survey.water === "hot").map(({ kind, label }) => {
          const source = survey.sources?.find((each) => each.kind === kind);
          return (
            <div key={kind} className="flex flex-wrap items-end gap-3">
              <label className="choice">
                <input
                  type="checkbox"
                  className="sr-only"
                  checked={source !== undefined}
                  onChange={(event) => setSource(kind, event.target.checked ? { kind } : null)}
                />
                {label}
              </label>
              {source !== undefined && (
                <TextField
                  label="Valve that shuts it"
                  value={source.valve ?? ""}
                  maxLength={80}
                  placeholder={sourceValve({ kind }).name}
                  onChange={(valve) => setSource(kind, valve.trim() === "" ? { kind } : { kind, valve })}
                />
              )}
            </div>
          );
        })}
      </fieldset>
    </>
  );
}
