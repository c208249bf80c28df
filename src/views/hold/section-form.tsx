import type { ReactNode } from "react";
import { quantityText, shopUnit } from "../../labels/display.ts";
import { SelectField, TextField } from "../../ui/field.tsx";
import type { Faults, HoldForm } from "./hold-form.ts";

/** What a gauge shows at the least, in the unit of its own face: a metric shop reads both. */
const gaugeStep = (psi: number) =>
  shopUnit("psi") === "psi" ? `${psi} psi` : `${quantityText(psi, "psi", 1)} (${psi} psi)`;

interface SectionFormProps {
  readonly form: HoldForm;
  readonly faults: Faults;
  readonly onChange: (change: Partial<HoldForm>) => void;
}

interface SectionFieldProps extends SectionFormProps {
  readonly name: keyof HoldForm;
  readonly label: string;
}

function SectionField({ name, label, form, faults, onChange }: SectionFieldProps) {
  const fault = faults[name];
  return (
    <TextField
      label={label}
      inputMode="decimal"
      value={form[name]}
      onChange={(text) => onChange({ [name]: text })}
      isFigure
      {...(fault === undefined ? {} : { fault })}
    />
  );
}

function SectionSelect({
  name,
  label,
  form,
  onChange,
  options,
}: Omit<SectionFieldProps, "faults"> & { readonly options: readonly (readonly [string, string])[] }) {
  return (
    <SelectField
      label={label}
      options={options}
      value={form[name]}
      onChange={(value) => onChange({ [name]: value })}
    />
  );
}

function Step({
  number,
  title,
  children,
}: {
  readonly number: number;
  readonly title: string;
  readonly children: ReactNode;
}) {
  return (
    <fieldset className="border-t border-hairline pt-2">
      <legend className="font-bold">
        <span className="figure">{number}</span> {title}
      </legend>
      {children}
    </fieldset>
  );
}

/** The guided steps before the readings: the section, the stop's proof, the draw-off. */
export function SectionForm(props: SectionFormProps) {
  return (
    <div className="grid gap-3">
      <Step number={1} title="The section: from the shut stop to the shut fixture">
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-3">
          <SectionField {...props} name="volumeMl" label="Water in it, mL (estimate)" />
          <SectionSelect
            {...props}
            name="material"
            label="Its pipe"
            options={[
              ["copper", "copper or brass"],
              ["steel", "steel"],
              ["cpvc", "CPVC"],
              ["pex", "PEX"],
              ["unknown", "not known"],
            ]}
          />
          <SectionSelect
            {...props}
            name="hoseType"
            label="Hose in it"
            options={[
              ["none", "none"],
              ["braided", "braided"],
              ["rubber", "rubber"],
            ]}
          />
          {props.form.hoseType !== "none" && (
            <SectionField {...props} name="hoseFt" label={`Hose, ${shopUnit("ft")}`} />
          )}
          <SectionField {...props} name="startPsi" label={`Test pressure, ${shopUnit("psi")}`} />
          <SectionField {...props} name="heldMin" label="Settled before the first reading, min" />
          <SectionField {...props} name="ambientF" label={`Room, ${shopUnit("F")} (if known)`} />
          <SectionSelect
            {...props}
            name="water"
            label="Water in it"
            options={[
              ["cold", "cold"],
              ["hot", "hot"],
              ["unsaid", "not known"],
            ]}
          />
          <SectionField {...props} name="restedMin" label="Rested since water ran, min (if known)" />
          <SectionSelect
            {...props}
            name="gauge"
            label="Gauge"
            options={[
              ["digital-0.1", `digital, ${gaugeStep(0.1)}`],
              ["digital-0.01", `digital, ${gaugeStep(0.01)}`],
              ["digital-1", `digital, ${gaugeStep(1)}`],
              ["dial-1", `dial, ${gaugeStep(1)}`],
              ["dial-2", `dial, ${gaugeStep(2)}`],
            ]}
          />
        </div>
      </Step>
      <Step number={2} title="Prove the stop: bleed the section, shut it, watch for a rise">
        <div className="grid grid-cols-2 gap-3">
          <SectionSelect
            {...props}
            name="stop"
            label="It showed"
            options={[
              ["proved", "no rise: it holds"],
              ["passes", "a rise: it passes"],
              ["unsaid", "not checked"],
            ]}
          />
          <SectionField
            {...props}
            name="supplyPsi"
            label={`Pressure before the stop, ${shopUnit("psi")} (if known)`}
          />
        </div>
      </Step>
      <Step number={3} title="Bleed a sample of a few mL into a syringe (optional: it narrows the rate)">
        <div className="grid grid-cols-3 gap-3">
          <SectionField {...props} name="drawnMl" label="Out, mL" />
          <SectionField {...props} name="drawnBefore" label={`Before, ${shopUnit("psi")}`} />
          <SectionField {...props} name="drawnAfter" label={`After, ${shopUnit("psi")}`} />
        </div>
      </Step>
    </div>
  );
}
