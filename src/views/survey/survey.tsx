import { useState } from "react";
import {
  factsIn,
  guessesOf,
  isSameRun,
  planRequestOf,
  type Survey,
  type SurveyFact,
  withConfirmed,
} from "../../core/survey/index.ts";
import { formatInches } from "../../core/units/index.ts";
import { fixtureOf } from "../../core/visit/index.ts";
import { timeText } from "../../labels/site-time.ts";
import { INLET_LOOKS_WORDS, LINE_WORDS, NEED_WORDS, PRESENT_WORDS } from "../../labels/survey.ts";
import { CheckboxGroup, OptionalRadio, RadioGroup, TextField, withField } from "../fields.tsx";
import { LogBar } from "../visit-log/log-bar.tsx";
import { useVisitLog } from "../visit-log/use-visit-log.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { type Draft, draftOf, readDraft, readLength } from "./draft.ts";
import { type EndChoice, EndField, placeOfInlet } from "./end-field.tsx";
import { EndsInSpace } from "./ends-in-space.tsx";
import { Guesses } from "./guesses.tsx";
import { LineSource } from "./line-source.tsx";
import { PracticeChoices, type PracticeRow } from "./practice-choices.tsx";
import { SurveyClash } from "./survey-clash.tsx";
import { useDraft } from "./use-draft.ts";
import { WallSide } from "./wall-side.tsx";

interface SurveyProps extends VisitProps {
  readonly supplyEnds: readonly EndChoice[];
  readonly inletEnds: readonly EndChoice[];
  readonly schools: readonly PracticeRow[];
}

function inches(text: string): string {
  if (text.trim() === "") return "";
  const read = readLength(text);
  return read.ok ? `= ${formatInches(read.value.value)} in (${read.value.value.toFixed(3)})` : "";
}

/** One connection, surveyed: large choices first, typing last. */
export function SurveyView({ supplyEnds, inletEnds, schools, ...props }: SurveyProps) {
  const log = useVisitLog(props);
  const { connection, act } = log;
  const { draft, change: setDraft, isChanged, basedOn, foundFrom, saved, leave } = useDraft(connection);
  const [isAsked, setAsked] = useState(false);
  const { survey } = draft;
  const read = readDraft(draft);
  const faults = read.ok ? {} : read.fault;
  const isMade = connection.joints.some((joint) => joint.madeAt !== null);
  const losesPlan =
    connection.plan !== null &&
    read.ok &&
    !isSameRun(planRequestOf(read.value, null), connection.plan.request);
  const set = (change: Partial<Survey>) =>
    setDraft((now) => ({
      ...now,
      survey: withConfirmed({ ...now.survey, ...change }, factsIn(change)),
    }));
  /** Lengths that are typed are measured. */
  const setLength = (change: Partial<Pick<Draft, "minText" | "maxText">>) =>
    setDraft((now) => ({ ...now, ...change, survey: withConfirmed(now.survey, ["length"]) }));
  const guesses = guessesOf(survey);
  /** What the preset has guessed is drawn hollow. */
  const guess = (fact: SurveyFact) => (guesses.includes(fact) ? "guess" : "");
  const base = `/visits/${props.visitId}/${props.connectionId}`;
  const isLocked = connection.signed !== null;

  const save = (): boolean => {
    setAsked(true);
    if (!read.ok) return false;
    if (!isChanged) return true;
    const isKept = act({ kind: "survey-saved", connection: connection.id, survey: read.value, basedOn });
    if (isKept) {
      setDraft(() => draftOf(read.value));
      saved();
    }
    return isKept;
  };

  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
      noValidate
    >
      <SurveyClash log={log} />
      {foundFrom !== null && (
        <p role="status" className="mt-3 flex flex-wrap items-center gap-3 border-l-4 border-work pl-2">
          What you had not saved ({timeText(foundFrom, props.zone)}) is here again.
          <button type="button" className="button" onClick={leave}>
            Leave it out
          </button>
        </p>
      )}
      {!isLocked && (
        <Guesses
          survey={survey}
          asLeft={props.asLeft}
          lengths={`${draft.minText} to ${draft.maxText} in`}
          onConfirm={(confirmed) => setDraft((now) => ({ ...now, survey: confirmed }))}
        />
      )}
      {isLocked && (
        <p className="mt-3 border-l-4 border-dry pl-2">
          Signed: re-open the connection on Leak check before changing the survey.
        </p>
      )}
      <fieldset disabled={isLocked} className="mt-4 grid gap-x-10 gap-y-5 lg:grid-cols-2">
        <WallSide
          draft={draft}
          setDraft={setDraft}
          set={set}
          psiFault={faults.psi}
          guess={guess}
          supplyEnds={supplyEnds}
          inletEnds={inletEnds}
          fixtures={props.tables.fixtures}
          others={fixtureOf(log.visit, connection)
            .filter(({ id }) => id !== connection.id)
            .map(({ survey: { label } }) => label)}
        />
        <div className="grid content-start gap-4">
          <h2>At the fixture</h2>
          <div className={guess("inlet")}>
            <EndField
              label="Inlet end"
              ends={inletEnds}
              value={survey.inlet.end}
              where={placeOfInlet(survey.fixture)}
              onChange={(end) => set({ inlet: { ...survey.inlet, end } })}
            />
          </div>
          <div className={guess("inlet")}>
            <RadioGroup
              label="The inlet is"
              options={[
                ["metal", "metal"],
                ["plastic", "plastic"],
              ]}
              value={survey.inlet.plastic ? "plastic" : "metal"}
              onChange={(material) => set({ inlet: { ...survey.inlet, plastic: material === "plastic" } })}
            />
          </div>
          <div className={guess("inlet")}>
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
              value={survey.inlet.looks}
              onChange={(looks) => set({ inlet: withField(survey.inlet, "looks", looks) })}
            />
            <TextField
              label="Room in front of it (empty: not measured)"
              value={draft.roomText}
              onChange={(roomText) => setDraft((now) => ({ ...now, roomText }))}
              fault={faults.room}
              hint={inches(draft.roomText)}
              mode="decimal"
            />
          </div>
          <h2>Between</h2>
          <div className={`grid grid-cols-2 gap-4 ${guess("length")}`}>
            <TextField
              label="Shortest line that reaches"
              value={draft.minText}
              onChange={(minText) => setLength({ minText })}
              fault={faults.min}
              hint={inches(draft.minText)}
              mode="decimal"
            />
            <TextField
              label="Longest that has room"
              value={draft.maxText}
              onChange={(maxText) => setLength({ maxText })}
              fault={faults.max}
              hint={inches(draft.maxText)}
              mode="decimal"
            />
          </div>
          <EndsInSpace survey={survey} benchHref={`${base}/line`} onChange={(space) => set({ space })} />
          <LineSource
            survey={survey}
            hasOwnHose={inletEnds.find(({ code }) => code === survey.inlet.end)?.isFactoryHose === true}
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
          <div className={guess("access")}>
            <RadioGroup
              label="Access"
              options={[
                ["open", "open"],
                ["closed-wall", "closed wall"],
              ]}
              value={survey.access}
              onChange={(access) => set({ access })}
            />
          </div>
          <CheckboxGroup
            label="Wanted as well"
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
        </div>
        <div className="grid gap-4 lg:col-span-2 lg:grid-cols-3">
          <TextField
            label="Name of the connection"
            value={survey.label}
            onChange={(label) => set({ label })}
            fault={faults.label}
          />
          <TextField label="Place" value={survey.place} onChange={(place) => set({ place })} />
          <label className="block">
            <span className="block text-small text-quiet">Notes</span>
            <textarea
              className="field"
              rows={2}
              maxLength={2000}
              value={survey.notes}
              onChange={(event) => set({ notes: event.target.value })}
            />
          </label>
        </div>
      </fieldset>
      {isAsked && !read.ok && (
        <p role="alert" className="fault mt-3">
          Not saved: {Object.values(faults).join(" ")}
        </p>
      )}
      {isChanged && losesPlan && !isMade && (
        <p className="mt-3 text-work-ink">
          Saving this makes the chosen hookup out of date: choose again afterwards.
        </p>
      )}
      <div className="mt-4 flex flex-wrap items-center gap-3">
        <button
          type="submit"
          className={isChanged ? "button button-main" : "button"}
          disabled={isLocked || !isChanged}
          {...(isChanged ? { "data-next-thing": "" } : {})}
        >
          Save the survey
        </button>
        {!isChanged && (
          <a className="button button-main" href={`${base}/hookup`} data-next-thing="">
            Hookup
          </a>
        )}
        {isChanged && <span className="text-quiet">not saved yet</span>}
      </div>
      <LogBar log={log} undoes={["survey-saved"]} />
    </form>
  );
}
