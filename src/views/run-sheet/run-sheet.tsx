import { blockedInWords, type RunStep, runSheet, totalMin, waterOffMin } from "../../core/step/index.ts";
import { fixtureOf } from "../../core/visit/index.ts";
import { jointMarks } from "../../drawing/joint-marks.ts";
import { JointStrip } from "../../drawing/joint-strip.tsx";
import { jointHref, useJointHash } from "../joint-hash.ts";
import { NoHookup } from "../no-hookup.tsx";
import { OutdatedPlan } from "../outdated-plan.tsx";
import { LogBar } from "../visit-log/log-bar.tsx";
import { useVisitLog } from "../visit-log/use-visit-log.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { StepRow } from "./step-row.tsx";
import { tickAct, tickOf } from "./tick.ts";

function byPhase(
  steps: readonly RunStep[],
): readonly { readonly phase: RunStep["phase"]; readonly steps: readonly RunStep[] }[] {
  const groups: { phase: RunStep["phase"]; steps: RunStep[] }[] = [];
  for (const step of steps) {
    const last = groups.at(-1);
    if (last?.phase === step.phase) last.steps.push(step);
    else groups.push({ phase: step.phase, steps: [step] });
  }
  return groups;
}

/** The steps of the fixture that a connection is part of, ticked one by one. */
export function RunSheet(props: VisitProps) {
  const log = useVisitLog(props);
  const open = useJointHash();
  const { connection, events } = log;
  const own = fixtureOf(log.visit, connection).filter(
    ({ signed }) => (signed === null) === (connection.signed === null),
  );
  const steps = runSheet(own, props.tables);
  const done = steps.filter((step) => step.isDone).length;
  const next = steps.find((step) => !step.isDone) ?? null;
  const fixture = connection.survey.label;
  const base = `/visits/${props.visitId}/${props.connectionId}`;
  const homeOf = (step: RunStep) => step.connections[0] ?? connection.id;
  const sideOf = (step: RunStep) => {
    const side = own.length > 1 ? own.find(({ id }) => id === step.connection) : undefined;
    return side === undefined ? undefined : <p className="text-small text-quiet">{side.survey.label}</p>;
  };

  if (connection.plan === null)
    return (
      <NoHookup
        why="No hookup is chosen yet, so there are no steps to work down."
        hookupHref={`${base}/hookup`}
      />
    );

  return (
    <div>
      <JointStrip
        joints={jointMarks(connection)}
        fixture={fixture}
        open={open ?? undefined}
        hrefFor={jointHref}
        size="large"
      />
      <p className="mt-2 flex flex-wrap gap-x-6">
        <span>
          <strong className="figure">{done}</strong> of <strong className="figure">{steps.length}</strong>{" "}
          steps done
        </span>
        <span>
          about <strong className="figure">{totalMin(steps)} min</strong> in all
        </span>
        <span>
          water off about <strong className="figure">{waterOffMin(steps)} min</strong>
        </span>
      </p>
      <progress className="run-progress" max={steps.length} value={done} aria-label="Steps done" />
      <LogBar log={log} undoes={["step-done"]} />
      <OutdatedPlan connection={connection} visitId={props.visitId} />
      {byPhase(steps).map((group) => (
        <details
          key={`${group.steps[0]?.id} ${group.steps.every((step) => step.isDone)}`}
          open={
            !group.steps.every((step) => step.isDone) ||
            group.steps.some((step) => open !== null && step.joint?.number === open)
          }
          className="mt-2 border-t border-rule pt-1"
        >
          <summary className="min-h-[40px] cursor-pointer py-1 text-small font-bold text-quiet">
            {group.phase}
            {group.steps.every((step) => step.isDone) && (
              <span className="font-normal text-dry-ink"> ✓ {group.steps.length} done</span>
            )}
          </summary>
          <ol>
            {group.steps.map((step) => (
              <StepRow
                key={`${step.connection ?? ""} ${step.id}`}
                step={step}
                lead={sideOf(step)}
                held={blockedInWords(steps, step)}
                zone={props.zone}
                isNext={step === next}
                isOpen={open !== null && step.joint?.number === open}
                isLocked={connection.signed !== null}
                checkHref={`/visits/${props.visitId}/${homeOf(step)}/leak-check`}
                onTick={(turns, override) => log.act(tickAct(homeOf(step), step, turns, override))}
                onUndo={() => {
                  const event = tickOf(events, step);
                  if (event) log.undo(event.id);
                }}
              />
            ))}
          </ol>
        </details>
      ))}
      {next === null && (
        <p className="mt-6">
          Every step is done.{" "}
          <a className="button button-main" href={`${base}/leak-check`}>
            Sign on Leak check
          </a>
        </p>
      )}
    </div>
  );
}
