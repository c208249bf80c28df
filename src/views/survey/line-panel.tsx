import { guessesOf, withConfirmed } from "../../core/survey/index.ts";
import { LINE_WORDS } from "../../labels/survey.ts";
import { RadioGroup } from "../../ui/choice.tsx";
import { TextField } from "../../ui/field.tsx";
import { type Draft, inches, lengthsInWords } from "./draft.ts";
import { EndsInSpace } from "./ends-in-space.tsx";
import { LineSource } from "./line-source.tsx";
import type { PanelProps } from "./panel-props.ts";
import { comesWithHose } from "./scene-parts.ts";

interface LinePanelProps extends PanelProps {
  /** Where the line bench of this connection is. */
  readonly benchHref: string;
}

/** What runs between the two ends, how long it may be, and where its joints are. */
export function LinePanel({ draft, setDraft, set, faults, guess, offer, benchHref }: LinePanelProps) {
  const { survey } = draft;
  /** Lengths that are typed are measured. */
  const setLength = (change: Partial<Pick<Draft, "minText" | "maxText">>) =>
    setDraft((now) => ({ ...now, ...change, survey: withConfirmed(now.survey, ["length"]) }));
  return (
    <>
      <div className={`grid grid-cols-2 gap-4 ${guess("length")}`}>
        <TextField
          label="Shortest that reaches"
          value={draft.minText}
          onChange={(minText) => setLength({ minText })}
          fault={faults.min}
          hint={inches(draft.minText)}
          isFigure
        />
        <TextField
          label="Longest there is room for"
          value={draft.maxText}
          onChange={(maxText) => setLength({ maxText })}
          fault={faults.max}
          hint={inches(draft.maxText)}
          isFigure
        />
      </div>
      {guessesOf(survey).includes("length") && (
        <button type="button" className="button" onClick={() => setLength({})}>
          Measured: {lengthsInWords(draft)}
        </button>
      )}
      <div className={guess("access")}>
        <RadioGroup
          label="The joints are"
          options={[
            ["open", "in the open"],
            ["closed-wall", "inside a wall"],
          ]}
          value={survey.access}
          onChange={(access) => set({ access })}
        />
      </div>
      <LineSource
        survey={survey}
        hasOwnHose={comesWithHose(survey, offer)}
        lengthText={draft.lineText}
        lengthFault={faults.line}
        onLength={(lineText) => setDraft((now) => ({ ...now, lineText }))}
        onChange={(changed) => setDraft((now) => ({ ...now, survey: changed }))}
      />
      <RadioGroup
        label="Kind of line"
        options={LINE_WORDS}
        value={survey.lineKind ?? "any"}
        onChange={(kind) => set({ lineKind: kind === "any" ? null : kind })}
      />
      <EndsInSpace survey={survey} benchHref={benchHref} onChange={(space) => set({ space })} />
    </>
  );
}
