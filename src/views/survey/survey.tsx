import { useState } from "react";
import { isSameRun, planRequestOf, type Survey } from "../../core/survey/index.ts";
import { formatInches } from "../../core/units/index.ts";
import { fixtureOf } from "../../core/visit/index.ts";
import {
  INLET_LOOKS_WORDS,
  LINE_WORDS,
  METHOD_WORDS,
  NEED_WORDS,
  PRESENT_WORDS,
  PROOF_WORDS,
  STOP_KIND_WORDS,
  SUPPLY_WORDS,
} from "../../labels/survey.ts";
import { CheckboxGroup, OptionalRadio, RadioGroup, SelectField, TextField, withField } from "../fields.tsx";
import { LogBar } from "../visit-log/log-bar.tsx";
import { useVisitLog } from "../visit-log/use-visit-log.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { type Draft, draftOf, readDraft, readLength, readPsi } from "./draft.ts";
import { type EndChoice, EndField, placeOfInlet } from "./end-field.tsx";
import { EndsInSpace } from "./ends-in-space.tsx";
import { FixtureWork } from "./fixture-work.tsx";
import { LineSource } from "./line-source.tsx";
import { PracticeChoices, type PracticeRow } from "./practice-choices.tsx";
import { PIPE_KINDS, SupplyMore } from "./supply-more.tsx";
import { SurveyClash } from "./survey-clash.tsx";

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
  const [draft, setDraft] = useState<Draft>(() => draftOf(connection.survey));
  const [isAsked, setAsked] = useState(false);
  const { survey } = draft;
  const read = readDraft(draft);
  const faults = read.ok ? {} : read.fault;
  const isChanged = JSON.stringify(draft) !== JSON.stringify(draftOf(connection.survey));
  const isMade = connection.joints.some((joint) => joint.madeAt !== null);
  const losesPlan =
    connection.plan !== null &&
    read.ok &&
    !isSameRun(planRequestOf(read.value, null), connection.plan.request);
  const set = (change: Partial<Survey>) =>
    setDraft((now) => ({ ...now, survey: { ...now.survey, ...change } }));
  const base = `/visits/${props.visitId}/${props.connectionId}`;
  const isLocked = connection.signed !== null;

  const save = (): boolean => {
    setAsked(true);
    if (!read.ok) return false;
    const { id, surveyEvent: basedOn } = connection;
    return !isChanged || act({ kind: "survey-saved", connection: id, survey: read.value, basedOn });
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
      {isLocked && (
        <p className="mt-3 border-l-4 border-dry pl-2">
          Signed: re-open the connection on Leak check before changing the survey.
        </p>
      )}
      <fieldset disabled={isLocked} className="mt-4 grid gap-x-10 gap-y-5 lg:grid-cols-2">
        <div className="grid content-start gap-4">
          <h2>At the wall</h2>
          <RadioGroup
            label="Supply"
            options={SUPPLY_WORDS}
            value={survey.supply.kind}
            onChange={(kind) => set({ supply: { ...survey.supply, kind } })}
          />
          <EndField
            label="Supply end"
            ends={supplyEnds}
            value={survey.supply.end}
            where={PIPE_KINDS.includes(survey.supply.kind) ? "pipe" : "stop-outlet"}
            onChange={(end) => set({ supply: { ...survey.supply, end } })}
          />
          <SupplyMore supply={survey.supply} inletEnds={inletEnds} onChange={(supply) => set({ supply })} />
          <RadioGroup
            label="Stop"
            options={STOP_KIND_WORDS}
            value={survey.stop.kind}
            onChange={(kind) => set({ stop: { ...survey.stop, kind } })}
          />
          <RadioGroup
            label="Closed, does it hold? Prove it; the handle says nothing"
            options={PROOF_WORDS}
            value={survey.stop.proof}
            onChange={(proof) => set({ stop: { ...survey.stop, proof } })}
          />
          <SelectField
            label="How it was proved"
            options={METHOD_WORDS}
            value={survey.stop.method ?? "none"}
            onChange={(method) =>
              set({ stop: { ...survey.stop, method: method === "none" ? null : method } })
            }
          />
          <RadioGroup
            label="Water"
            options={[
              ["cold", "C cold"],
              ["hot", "H hot"],
            ]}
            value={survey.water}
            onChange={(water) => set({ water })}
          />
          <TextField
            label="Static pressure, psi (empty: not measured)"
            value={draft.psiText}
            onChange={(psiText) => setDraft((now) => ({ ...now, psiText }))}
            fault={faults.psi}
            hint={
              readPsi(draft.psiText).ok && (Number.parseFloat(draft.psiText) || 0) > 80
                ? "Above 80 psi: a reducer and expansion control come first."
                : "gauge pressure with nothing running"
            }
          />
          <FixtureWork
            survey={survey}
            fixtures={props.tables.fixtures}
            others={fixtureOf(log.visit, connection)
              .filter(({ id }) => id !== connection.id)
              .map(({ survey: { label } }) => label)}
            onChange={(changed) => setDraft((now) => ({ ...now, survey: changed }))}
          />
        </div>
        <div className="grid content-start gap-4">
          <h2>At the fixture</h2>
          <EndField
            label="Inlet end"
            ends={inletEnds}
            value={survey.inlet.end}
            where={placeOfInlet(survey.fixture)}
            onChange={(end) => set({ inlet: { ...survey.inlet, end } })}
          />
          <RadioGroup
            label="The inlet is"
            options={[
              ["metal", "metal"],
              ["plastic", "plastic"],
            ]}
            value={survey.inlet.plastic ? "plastic" : "metal"}
            onChange={(material) => set({ inlet: { ...survey.inlet, plastic: material === "plastic" } })}
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
          <div className="grid grid-cols-2 gap-4">
            <TextField
              label="Shortest line that reaches"
              value={draft.minText}
              onChange={(minText) => setDraft((now) => ({ ...now, minText }))}
              fault={faults.min}
              hint={inches(draft.minText)}
              mode="decimal"
            />
            <TextField
              label="Longest that has room"
              value={draft.maxText}
              onChange={(maxText) => setDraft((now) => ({ ...now, maxText }))}
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
          <RadioGroup
            label="Access"
            options={[
              ["open", "open"],
              ["closed-wall", "closed wall"],
            ]}
            value={survey.access}
            onChange={(access) => set({ access })}
          />
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
