import { MATERIAL_WORDS, PLACE_WORDS, SEAT_WORDS } from "../../labels/identify.ts";
import { CheckboxField, CheckboxGroup, RadioGroup, SelectField } from "../fields.tsx";
import type { ClueChange, Clues, YesNoUnknown } from "./clues.ts";

interface SightsProps {
  readonly clues: Clues;
  readonly fault: string | undefined;
  readonly onChange: (change: ClueChange) => void;
}

const maybe = (yes: string, no: string): readonly (readonly [YesNoUnknown, string])[] => [
  ["yes", yes],
  ["no", no],
  ["unknown", "not sure"],
];

/** What the eye sees first: large choices, before anything is measured. */
export function FirstSights({ clues, onChange }: Omit<SightsProps, "fault">) {
  return (
    <div className="grid gap-2">
      <RadioGroup
        label="Where is it?"
        options={PLACE_WORDS}
        value={clues.where}
        onChange={(where) => onChange({ where })}
      />
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        <RadioGroup
          label="Thread"
          options={maybe("threaded", "smooth")}
          value={clues.threaded}
          onChange={(threaded) => onChange({ threaded })}
        />
        <RadioGroup
          label="It goes"
          options={[
            ["male", "into its mate"],
            ["female", "over its mate"],
            ["unknown", "not sure"],
          ]}
          value={clues.gender}
          onChange={(gender) => onChange({ gender })}
        />
      </div>
    </div>
  );
}

/** What a closer look shows. */
export function CloserSights({ clues, fault, onChange }: SightsProps) {
  return (
    <div className="grid gap-2">
      <CheckboxGroup
        label="In its mouth you see"
        options={SEAT_WORDS}
        chosen={clues.seats}
        onChange={(seats) => onChange({ seats })}
      >
        <CheckboxField
          label="nothing of these"
          checked={clues.noSeat}
          onChange={(noSeat) => onChange({ noSeat })}
        />
      </CheckboxGroup>
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        {clues.threaded !== "no" && (
          <>
            <RadioGroup
              label="Does it taper?"
              options={maybe("tapers", "straight")}
              value={clues.taper}
              onChange={(taper) => onChange({ taper })}
            />
            <RadioGroup
              label="Gauge leaf that fits"
              options={[
                ["60", "60°"],
                ["55", "55°"],
                ["unknown", "not tried"],
              ]}
              value={clues.flank}
              onChange={(flank) => onChange({ flank })}
            />
          </>
        )}
        <SelectField
          label="Made of"
          options={MATERIAL_WORDS}
          value={clues.material}
          onChange={(material) => onChange({ material })}
        />
      </div>
      {fault !== undefined && (
        <p role="alert" className="fault">
          {fault}
        </p>
      )}
    </div>
  );
}
