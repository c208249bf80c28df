import type { FixtureFacts } from "../../core/plan/index.ts";
import type { Survey } from "../../core/survey/index.ts";
import { IN_PLACE_WORDS, POWER_WORDS, REPLACES_WORDS } from "../../labels/survey.ts";
import { OptionalRadio } from "../../ui/choice.tsx";
import { SelectField } from "../../ui/field.tsx";
import { withField } from "../with-field.ts";

interface FixtureWorkProps {
  readonly survey: Survey;
  readonly fixtures: readonly FixtureFacts[];
  /** Other connections of the same fixture: what is said here holds for them too. */
  readonly others: readonly string[];
  readonly onChange: (survey: Survey) => void;
}

const USUAL_POWER = { plug: "a plug", "hard-wired": "hard-wired", none: "none" } as const;

/** What the work is to the whole fixture, how it has its power, where it stands, what else hangs on its stop. */
export function FixtureWork({ survey, fixtures, others, onChange }: FixtureWorkProps) {
  const usual = fixtures.find(({ fixture }) => fixture === survey.fixture)?.power ?? "none";
  return (
    <>
      <h2>The fixture</h2>
      {others.length > 0 && (
        <p className="text-small text-quiet">
          Work, power and place hold for {others.join(" and ")} too: one fixture, one piece of work.
        </p>
      )}
      <OptionalRadio
        label="The work"
        options={REPLACES_WORDS}
        unset="not said"
        value={survey.replaces}
        onChange={(chosen) => onChange(withField(survey, "replaces", chosen))}
      />
      <div className="grid grid-cols-2 gap-4">
        <OptionalRadio
          label="Its power"
          options={POWER_WORDS}
          unset={`as usual: ${USUAL_POWER[usual]}`}
          value={survey.power}
          onChange={(chosen) => onChange(withField(survey, "power", chosen))}
        />
        <OptionalRadio
          label="It stands"
          options={IN_PLACE_WORDS}
          unset="not said"
          value={survey.inPlace === undefined ? undefined : survey.inPlace ? "yes" : "no"}
          onChange={(chosen) =>
            onChange(withField(survey, "inPlace", chosen === undefined ? undefined : chosen === "yes"))
          }
        />
      </div>
      <SelectField
        label="What else hangs on this stop"
        options={[["", "nothing known"], ...fixtures.map(({ fixture, label }) => [fixture, label] as const)]}
        value={survey.sharedWith ?? ""}
        onChange={(chosen) => onChange(withField(survey, "sharedWith", chosen === "" ? undefined : chosen))}
        hint="It loses its water with this one, and it can prove the stop."
      />
    </>
  );
}
