import { DEFAULT_STANDARDS, type PracticeKey, type Standards } from "../../core/standard/index.ts";
import { Disclosure } from "../../ui/disclosure.tsx";

export interface PracticeRow {
  readonly key: string;
  readonly choice: string;
  readonly label: string;
  readonly reason: string;
}

interface SchoolChoicesProps {
  readonly schools: readonly PracticeRow[];
  readonly rules: Partial<Standards>;
  readonly onChange: (rules: Partial<Standards>) => void;
}

function isPracticeKey(key: string): key is PracticeKey {
  return key in DEFAULT_STANDARDS;
}

/** Standards this one job overrides: each question with its schools and their reasons. */
export function PracticeChoices({ schools, rules, onChange }: SchoolChoicesProps) {
  const keys = [...new Set(schools.map((school) => school.key))].filter(isPracticeKey);
  return (
    <Disclosure summary="Standards for this job">
      <div className="grid gap-3">
        {keys.map((key) => {
          const rows = schools.filter((school) => school.key === key);
          const now = rules[key] ?? DEFAULT_STANDARDS[key];
          const chosen = rows.find((school) => school.choice === now);
          return (
            <label key={key} className="block">
              <select
                className="field"
                value={now}
                aria-label={rows[0]?.label ?? key}
                onChange={(event) => onChange({ ...rules, [key]: event.target.value })}
              >
                {rows.map((school) => (
                  <option key={school.choice} value={school.choice}>
                    {school.label}
                  </option>
                ))}
              </select>
              <span className="text-tiny text-quiet">because {chosen?.reason}</span>
            </label>
          );
        })}
      </div>
    </Disclosure>
  );
}
