import type { Survey } from "../../core/survey/index.ts";
import { AGE_WORDS, LINE_SOURCE_WORDS, NUT_WORDS, PHASE_WORDS } from "../../labels/survey.ts";
import { OptionalRadio, RadioGroup } from "../../ui/choice.tsx";
import { SelectField, TextField } from "../../ui/field.tsx";
import { withField } from "../with-field.ts";
import { lineSourceOf } from "./scene-parts.ts";

const HINTS: Readonly<Record<NonNullable<Survey["line"]>["by"], string>> = {
  kept: "It is looked at before it is trusted: age, crimps, washers. Fresh washers come with the plan.",
  "fixture-hose": "Inlet end: the free end of the fixture's hose. Nothing goes in series with it.",
  "fixture-tail": "Inlet end: the tube of the tail. It is cut to length and goes straight into the stop.",
  none: "Pipe by the foot to the inlet; or, where the shortest length is nothing, a device alone.",
};

interface LineSourceProps {
  readonly survey: Survey;
  /** The inlet's end is that of a hose the fixture brings. */
  readonly hasOwnHose: boolean;
  readonly lengthText: string;
  readonly lengthFault: string | undefined;
  readonly onLength: (text: string) => void;
  readonly onChange: (survey: Survey) => void;
}

/** What runs to the fixture, and how far the work goes today. */
export function LineSource({
  survey,
  hasOwnHose,
  lengthText,
  lengthFault,
  onLength,
  onChange,
}: LineSourceProps) {
  const { line: now } = survey;
  const put = (line: Survey["line"]) => onChange(withField(survey, "line", line));
  return (
    <>
      <RadioGroup
        label="What runs to the fixture"
        options={LINE_SOURCE_WORDS.filter(([by]) => by !== "new" || !hasOwnHose)}
        value={lineSourceOf(survey, hasOwnHose)}
        onChange={(by) => put(by === "new" || (hasOwnHose && by === "fixture-hose") ? undefined : { by })}
      />
      {now && <p className="text-small text-quiet">{HINTS[now.by]}</p>}
      {now?.by === "kept" && (
        <>
          <div className="grid grid-cols-2 gap-4">
            <TextField
              label="Its length over all (empty: not measured)"
              value={lengthText}
              onChange={onLength}
              fault={lengthFault}
              isFigure
            />
            <SelectField
              label="Its age"
              options={AGE_WORDS}
              value={now.ageYears === undefined ? "" : String(now.ageYears)}
              onChange={(chosen) =>
                put(withField(now, "ageYears", chosen === "" ? undefined : Number(chosen)))
              }
            />
          </div>
          <OptionalRadio
            label="Its nut at the fixture"
            options={NUT_WORDS}
            unset="not seen"
            value={now.nut}
            onChange={(chosen) => put(withField(now, "nut", chosen))}
          />
        </>
      )}
      <OptionalRadio
        label="How far the work goes today"
        options={PHASE_WORDS}
        unset="all of it"
        value={survey.phase}
        onChange={(chosen) => onChange(withField(survey, "phase", chosen))}
      />
    </>
  );
}
