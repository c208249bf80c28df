import { NEED_WORDS, PRESENT_WORDS } from "../../labels/survey.ts";
import { CheckboxGroup } from "../../ui/choice.tsx";
import { Field, TextField } from "../../ui/field.tsx";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { FixtureWork } from "./fixture-work.tsx";
import type { PanelProps } from "./panel-props.ts";
import { PracticeChoices, type PracticeRow } from "./practice-choices.tsx";

interface FixturePanelProps extends PanelProps {
  readonly fixtures: VisitProps["tables"]["fixtures"];
  readonly schools: readonly PracticeRow[];
  /** Names of the fixture's other connections. */
  readonly others: readonly string[];
}

/** What the work is to the fixture, what else is wanted and seen, and what the connection is called. */
export function FixturePanel({ draft, setDraft, set, faults, fixtures, schools, others }: FixturePanelProps) {
  const { survey } = draft;
  return (
    <>
      <FixtureWork
        survey={survey}
        fixtures={fixtures}
        others={others}
        onChange={(changed) => setDraft((now) => ({ ...now, survey: changed }))}
      />
      <CheckboxGroup
        label="Also fit"
        options={NEED_WORDS}
        chosen={survey.needs}
        onChange={(needs) => set({ needs })}
      />
      <CheckboxGroup
        label="Seen on this branch already"
        options={PRESENT_WORDS}
        chosen={survey.present ?? []}
        onChange={(present) => set({ present })}
      />
      <PracticeChoices
        schools={schools}
        rules={survey.houseRules}
        onChange={(houseRules) => set({ houseRules })}
      />
      <div className="grid grid-cols-2 gap-4">
        <TextField
          label="Name of the connection"
          value={survey.label}
          onChange={(label) => set({ label })}
          fault={faults.label}
        />
        <TextField label="Place" value={survey.place} onChange={(place) => set({ place })} />
      </div>
      <Field label="Notes">
        <textarea
          className="field"
          rows={2}
          maxLength={2000}
          value={survey.notes}
          onChange={(event) => set({ notes: event.target.value })}
        />
      </Field>
    </>
  );
}
