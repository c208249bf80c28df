import { useMemo, useState } from "react";
import type { Advice, Plan } from "../../core/plan/index.ts";
import { ticketJoints } from "../../core/projection/index.ts";
import { guessesOf, type Survey, surveyWith } from "../../core/survey/index.ts";
import { formatCents } from "../../core/units/index.ts";
import { isPlanOutdated } from "../../core/visit/index.ts";
import { withChange } from "../../core/way-out/index.ts";
import { PiecesInOrder } from "../../drawing/pieces.tsx";
import { RunColumn } from "../../drawing/run-column.tsx";
import { RunStrip } from "../../drawing/run-strip.tsx";
import { StandingWayFigure } from "../../drawing/standing-way.tsx";
import { inShopUnits, lengthFigure, lengthText } from "../../labels/display.ts";
import { flowInWords } from "../../labels/plan-flow.ts";
import { planInWords } from "../../labels/plan-words.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { HelpButton } from "../../ui/help-button.tsx";
import { jointHref, useJointHash } from "../joint-hash.ts";
import { Guesses } from "../survey/guesses.tsx";
import { LogBar } from "../visit-log/log-bar.tsx";
import { useVisitLog } from "../visit-log/use-visit-log.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { Adjust } from "./adjust.tsx";
import { JointPanel } from "./joint-panel.tsx";
import { differenceInWords, planFigures, planLetter } from "./plan-figures.ts";
import { PlanRows } from "./plan-rows.tsx";
import { plannedJoints } from "./planned-joints.ts";
import { Preparation } from "./preparation.tsx";
import { type PlanOptions, useTrial } from "./use-trial.ts";
import { WaysOut } from "./ways-out.tsx";
import { Why } from "./why.tsx";

/** The visit, and what was planned for the survey as it stands. */
type HookupProps = VisitProps & PlanOptions;

function Warnings({ warnings }: { readonly warnings: readonly Advice[] }) {
  if (warnings.length === 0) return null;
  return (
    <ul className="mt-3">
      {warnings.map((warning) => (
        <li key={warning.code} className="notice notice-wet py-0.5">
          {inShopUnits(warning.message)}
        </li>
      ))}
    </ul>
  );
}

/** Returns which of the plans (0: the best, then the ways) shares most parts with the one that was chosen. */
function nearestPlan(chosen: Plan, { plans, ways }: Pick<PlanOptions, "plans" | "ways">): number {
  const kept = new Set(chosen.parts.map(({ sku }) => sku));
  const shared = (plan: Plan) => plan.parts.filter(({ sku }) => kept.has(sku)).length;
  const all = [...plans.slice(0, 1), ...ways.map(({ plan }) => plan)];
  const most = Math.max(0, ...all.map(shared));
  return Math.max(
    0,
    all.findIndex((plan) => shared(plan) === most),
  );
}

/** The computed ways to build one connection: the best as a strip, the others by what differs; choosing one keeps it as it stands. */
export function Hookup(props: HookupProps) {
  const surveyed = useTrial(props);
  const { request: planRequest, plans, ways, refused, complete, hasStock, ends, standing } = surveyed.shown;
  const log = useVisitLog(props);
  const joint = useJointHash();
  const { connection, act } = log;
  const keepSurvey = (survey: Survey) =>
    act({ kind: "survey-saved", connection: connection.id, survey, basedOn: connection.surveyEvent });
  // A try that went into the survey is taken out of the survey too.
  const trial = {
    ...surveyed,
    back: () => {
      const before = surveyed.surveyBefore;
      if (before === null || keepSurvey(before)) surveyed.back();
    },
  };
  const chosen = connection.plan;
  const [picked, setShown] = useState(() =>
    isPlanOutdated(connection) && chosen !== null ? nearestPlan(chosen.plan, trial.shown) : 0,
  );
  const shown = picked <= ways.length ? picked : 0;
  const isStale = isPlanOutdated(connection);
  const isGuessed = guessesOf(connection.survey).length > 0;
  const best = plans[0];
  const shownWay = shown === 0 ? null : (ways[shown - 1] ?? null);
  const plan = shownWay?.plan ?? best;
  const planProblem = shownWay?.request ?? planRequest;
  const isChosen = chosen !== null && plan !== undefined && chosen.plan.id === plan.id && !isStale;
  const fixture = connection.survey.label;
  const base = `/visits/${props.visitId}/${props.connectionId}`;

  // Each plan's minutes are a run sheet of its own: made again only for other plans or another state of the connection.
  const { tables } = props;
  const rows = useMemo(
    () =>
      (best === undefined ? [] : [{ plan: best, change: "recommended", request: planRequest }, ...ways]).map(
        (way) => ({
          plan: way.plan,
          difference: differenceInWords(way),
          figures: planFigures(connection, way.plan, way.request, tables),
        }),
      ),
    [best, planRequest, ways, connection, tables],
  );

  if (plan === undefined || best === undefined)
    return (
      <div className="my-6">
        <h2 className="text-wet-ink">No hookup found</h2>
        <ul className="my-3">
          {refused
            .filter(({ code }) => code !== "other-way-out")
            .map((each) => (
              <li key={each.code}>{inShopUnits(each.message)}</li>
            ))}
        </ul>
        {standing !== undefined && <StandingWayFigure way={standing} fixture={fixture} />}
        <WaysOut
          refused={refused}
          ends={ends}
          isAsking={trial.state === "asking"}
          onTry={(change) => {
            if (keepSurvey(surveyWith(connection.survey, change)))
              trial.tryOut(withChange(planRequest, change), connection.survey);
          }}
        />
        {trial.steps > 0 ? (
          <button type="button" className="button button-main" onClick={trial.back}>
            Undo the last change
          </button>
        ) : (
          <a
            className={`button ${refused.some(({ wayOut }) => wayOut) ? "" : "button-main"}`}
            href={`${base}/survey`}
          >
            Change the survey
          </a>
        )}
        <LogBar log={log} undoes={[]} />
      </div>
    );

  const choose = () =>
    act({ kind: "plan-chosen", connection: connection.id, plan, request: { ...planProblem, stock: null } });
  const open = plan.joints.find((each) => each.number === joint) ?? plan.joints[0];
  const drawn = {
    plan,
    ends,
    joints: isChosen ? ticketJoints(connection) : plannedJoints(plan),
    fixture,
    inletPlastic: connection.survey.inlet.plastic,
    open: open?.number,
    hrefFor: jointHref,
  };
  return (
    <div className="mt-3">
      <PlanRows rows={rows} shown={shown} onShow={setShown} />
      <div className="mt-2 flex items-center gap-1">
        <h2>
          <span className="text-work-ink">Plan {planLetter(shown)}</span> {planInWords(plan)}
        </h2>
        <HelpButton topic="plans" />
      </div>
      {rows.length === 1 && (
        <p className="figure">
          {plan.joints.length} {plan.joints.length === 1 ? "joint" : "joints"} {formatCents(plan.priceCents)},{" "}
          {rows[0]?.figures.minutes} min hands-on, waits {rows[0]?.figures.wait} min
        </p>
      )}
      <p className="text-quiet">{flowInWords(plan)}</p>
      {!isChosen && (
        <Guesses
          survey={connection.survey}
          asLeft={props.asLeft}
          lengths={`${lengthFigure(connection.survey.length.min.value)} to ${lengthText(connection.survey.length.max.value)}`}
          onConfirm={(survey) =>
            act({
              kind: "survey-saved",
              connection: connection.id,
              survey,
              basedOn: connection.surveyEvent,
            })
          }
        />
      )}
      <div className="strip-scroll max-md:hidden">
        <RunStrip {...drawn} />
      </div>
      <div className="md:hidden">
        <RunColumn {...drawn} />
      </div>
      <div className="flex flex-wrap items-center gap-3">
        {isChosen ? (
          <>
            <p className="font-bold text-dry-ink">Chosen for this connection.</p>
            <a className="button button-main" href={`${base}/run-sheet`} data-next-thing="">
              Run sheet
            </a>
          </>
        ) : (
          <button
            type="button"
            className="button button-main"
            onClick={choose}
            disabled={isGuessed}
            {...(isGuessed ? {} : { "data-next-thing": "" })}
          >
            {isStale ? `Plan again with plan ${planLetter(shown)}` : `Choose plan ${planLetter(shown)}`}
          </button>
        )}
        {!isChosen && chosen && !isStale && (
          <p className="text-quiet">Another way is chosen now: {planInWords(chosen.plan)}.</p>
        )}
        {isStale && (
          <p className="text-wet-ink">
            The survey has changed since a hookup was chosen. Shown first is the plan that keeps most of{" "}
            {chosen && planInWords(chosen.plan)}; what was ticked and is of no joint stays ticked.
          </p>
        )}
      </div>
      {hasStock && (
        <p className={plan.inStock ? "mt-2 text-dry-ink" : "mt-2 text-wet-ink"}>
          {plan.inStock
            ? "Everything for it is on the truck."
            : `Not on the truck: ${plan.missing.join(", ")}.`}
        </p>
      )}
      <LogBar log={log} undoes={["plan-chosen"]} />
      <Warnings warnings={plan.warnings} />
      <Disclosure summary="Exploded view of the whole run" className="mt-2">
        <div className="flex flex-wrap gap-x-10 gap-y-3">
          {plan.joints.map((each) => (
            <figure key={each.number} className="strip-scroll">
              <figcaption>
                <strong>Joint {each.number}</strong> {each.label}
              </figcaption>
              <PiecesInOrder joint={each} ends={ends} />
            </figure>
          ))}
        </div>
      </Disclosure>
      {open && <JointPanel joint={open} ends={ends} />}
      <Preparation plan={plan} />
      <Adjust trial={trial} plan={plan} />
      <Why plan={plan} planRequest={planProblem} refused={refused} isComplete={complete} />
    </div>
  );
}
