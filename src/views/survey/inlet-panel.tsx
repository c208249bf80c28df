import { placeOfInlet } from "../../core/survey/index.ts";
import { INLET_LOOKS_WORDS } from "../../labels/survey.ts";
import { OptionalRadio, RadioGroup } from "../../ui/choice.tsx";
import { TextField } from "../../ui/field.tsx";
import { EndPicker } from "../end-picker/end-picker.tsx";
import { withField } from "../with-field.ts";
import { inches } from "./draft.ts";
import type { PanelProps } from "./panel-props.ts";

/** What the line goes on at the fixture. */
export function InletPanel({ draft, setDraft, set, faults, guess, offer }: PanelProps) {
  const { survey } = draft;
  const { inlet } = survey;
  return (
    <>
      <div className={guess("inlet")}>
        <EndPicker
          label="Inlet end"
          offer={offer}
          place={placeOfInlet(survey.fixture)}
          value={inlet.end}
          onChange={(end) => set({ inlet: { ...inlet, end } })}
        />
      </div>
      <div className={`grid grid-cols-2 gap-4 ${guess("inlet")}`}>
        <RadioGroup
          label="The inlet is"
          options={[
            ["metal", "metal"],
            ["plastic", "plastic"],
          ]}
          value={inlet.plastic ? "plastic" : "metal"}
          onChange={(material) => set({ inlet: { ...inlet, plastic: material === "plastic" } })}
        />
        <RadioGroup
          label="Height of the inlet"
          options={[
            ["above", "above the stop"],
            ["below", "level or below"],
          ]}
          value={survey.inletAboveSupply ? "above" : "below"}
          onChange={(place) => set({ inletAboveSupply: place === "above" })}
        />
      </div>
      <div className="grid grid-cols-2 gap-4">
        <OptionalRadio
          label="The inlet looks"
          options={INLET_LOOKS_WORDS}
          unset="not looked"
          value={inlet.looks}
          onChange={(looks) => set({ inlet: withField(inlet, "looks", looks) })}
        />
        <TextField
          label="Room in front of it (empty: not measured)"
          value={draft.roomText}
          onChange={(roomText) => setDraft((now) => ({ ...now, roomText }))}
          fault={faults.room}
          hint={inches(draft.roomText)}
          isFigure
        />
      </div>
    </>
  );
}
