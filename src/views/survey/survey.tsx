import { useEffect, useState } from "react";
import {
  factsIn,
  guessesOf,
  isSameRun,
  planRequestOf,
  type Survey,
  type SurveyFact,
  withConfirmed,
} from "../../core/survey/index.ts";
import { fixtureOf } from "../../core/visit/index.ts";
import type { EndOffer } from "../../drawing/end-choice.ts";
import { type ScenePart, SurveyScene } from "../../drawing/survey-scene.tsx";
import { timeText } from "../../labels/site-time.ts";
import { deferred } from "../../ui/deferred.tsx";
import { Notice } from "../../ui/notice.tsx";
import { LogBar } from "../visit-log/log-bar.tsx";
import { useVisitLog, type VisitLog } from "../visit-log/use-visit-log.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { draftOf, lengthsInWords, readDraft } from "./draft.ts";
import { PartQuestions } from "./part-questions.tsx";
import type { PracticeRow } from "./practice-choices.tsx";
import { practicesFor } from "./practice-order.ts";
import { comesWithHose, lineSourceOf, nextPart, sceneTexts } from "./scene-parts.ts";
import { useDraft } from "./use-draft.ts";
import { useLivePlan } from "./use-live-plan.ts";

const LivePlanBar = deferred(async () => (await import("./live-plan.tsx")).LivePlanBar);
const SurveyClash = deferred(async () => (await import("./survey-clash.tsx")).SurveyClash, null);

interface SurveyProps extends Omit<VisitProps, "ends"> {
  readonly offer: EndOffer;
  readonly schools: readonly PracticeRow[];
}

const LINE_DRAWN = {
  new: "new",
  kept: "kept",
  "fixture-hose": "own",
  "fixture-tail": "own",
  none: "none",
} as const;

/** The survey of one connection on a page of its own. */
export function SurveyView(props: SurveyProps) {
  return <ConnectionSurvey {...props} log={useVisitLog(props)} />;
}

/** One connection, surveyed on a drawing of the job: a part is tapped, its questions stand beside it, the likely plan under it. */
export function ConnectionSurvey({
  offer,
  schools,
  log,
  ...props
}: SurveyProps & { readonly log: VisitLog }) {
  const { connection, act } = log;
  const { draft, change: setDraft, isChanged, basedOn, foundFrom, saved, leave } = useDraft(connection);
  const [isAsked, setAsked] = useState(false);
  const [isLeaving, setLeaving] = useState(false);
  const { survey } = draft;
  const [part, setPart] = useState<ScenePart>(() => nextPart(survey, null) ?? "stop");
  const read = readDraft(draft);
  const faults = read.ok ? {} : read.fault;
  const live = useLivePlan(read.ok ? read.value : null);
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
  const guesses = guessesOf(survey);
  /** What nobody has looked at is drawn hollow. */
  const guess = (fact: SurveyFact) => (guesses.includes(fact) ? "guess" : "");
  const base = `/visits/${props.visitId}/${props.connectionId}`;
  const isLocked = connection.signed !== null;
  const besides = props.tables.fixtures.find(({ fixture }) => fixture === survey.sharedWith);
  const hasLine = survey.supply.line !== undefined;
  const hasOwnHose = comesWithHose(survey, offer);

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

  // The page of the plans is made by the server: it is opened once the survey has arrived there.
  const isSent = log.log.waiting.length === 0;
  useEffect(() => {
    if (isLeaving && isSent && !isChanged) window.location.assign(`${base}/hookup`);
  }, [isLeaving, isSent, isChanged, base]);

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
        <Notice tone="work" role="status" className="mt-3 flex flex-wrap items-center gap-3">
          What you had not saved ({timeText(foundFrom, props.zone)}) is here again.
          <button type="button" className="button" onClick={leave}>
            Leave it out
          </button>
        </Notice>
      )}
      {isLocked && (
        <Notice tone="dry">Signed: re-open the connection on Leak check before changing the survey.</Notice>
      )}
      <fieldset disabled={isLocked} className="mt-3 grid gap-x-6 gap-y-4 lg:grid-cols-2">
        <SurveyScene
          fixture={survey.fixture}
          supply={survey.supply.kind}
          comesFrom={survey.supply.looks ?? null}
          isInletAbove={survey.inletAboveSupply}
          line={LINE_DRAWN[lineSourceOf(survey, hasOwnHose)]}
          besides={besides?.label ?? (hasLine ? "a line" : null)}
          parts={sceneTexts(survey, {
            nameOf: (code) => offer.ends.find((end) => end.code === code)?.name ?? code,
            lengths: lengthsInWords(draft),
            hasOwnHose,
          })}
          open={part}
          onOpen={setPart}
        />
        <PartQuestions
          part={part}
          onPart={setPart}
          draft={draft}
          setDraft={setDraft}
          set={set}
          faults={faults}
          guess={guess}
          offer={offer}
          asLeft={props.asLeft}
          benchHref={`${base}/line`}
          fixturePanel={{
            fixtures: props.tables.fixtures,
            schools: practicesFor(schools, survey.fixture),
            others: fixtureOf(log.visit, connection)
              .filter(({ id }) => id !== connection.id)
              .map(({ survey: { label } }) => label),
          }}
        />
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
      <div className="survey-foot" data-survey-foot="">
        <div className="min-w-0 md:flex-1">
          <LivePlanBar live={live} fixture={survey.label} isGuessed={guesses.length > 0} />
        </div>
        <div className="flex flex-wrap items-center gap-2">
          <button type="submit" className="button" disabled={isLocked || !isChanged}>
            Save the survey
          </button>
          <button
            type="button"
            className="button button-main"
            disabled={isLeaving && read.ok}
            onClick={() => save() && setLeaving(true)}
            data-next-thing=""
          >
            Look at the plans
          </button>
          {isChanged && <span className="text-small text-quiet">not saved yet</span>}
        </div>
      </div>
      <LogBar log={log} undoes={["survey-saved"]} />
    </form>
  );
}
