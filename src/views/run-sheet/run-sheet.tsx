import { ticketJoints } from "../../core/projection/index.ts";
import { nowOf } from "../../core/situation/index.ts";
import { minutesOf, type RunStep, waterOffMin } from "../../core/step/index.ts";
import { JointStrip } from "../../drawing/joint-strip.tsx";
import { ProgressBar } from "../../ui/progress-bar.tsx";
import { jointHref, useJointHash } from "../joint-hash.ts";
import { NoHookup } from "../no-hookup.tsx";
import { NowLine } from "../now-line.tsx";
import { OutdatedPlan } from "../outdated-plan.tsx";
import { LogBar } from "../visit-log/log-bar.tsx";
import { useVisitLog } from "../visit-log/use-visit-log.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { DepthSwitch, useDepth } from "./depth-switch.tsx";
import { lineOf, ownSheet, sheetsOf, standingIn } from "./run-lines.ts";
import { RunSheetRow } from "./run-sheet-row.tsx";
import { ShortLines } from "./short-lines.tsx";
import { fullBecause, linesInShort, type SheetProps } from "./short-sheet.ts";

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
export function RunSheet(props: VisitProps & SheetProps) {
  const log = useVisitLog(props);
  const open = useJointHash();
  const { connection } = log;
  const sheet = ownSheet(log.visit, connection, props.tables);
  const { steps } = sheet;
  const { heldOf, map } = standingIn(
    [sheet, ...sheetsOf(log.visit, props.tables).filter(({ id }) => id !== sheet.id)],
    props.tables,
  );
  const done = steps.filter((step) => step.isDone).length;
  const next = steps.find((step) => !step.isDone) ?? null;
  const fixture = connection.survey.label;
  const base = `/visits/${props.visitId}/${props.connectionId}`;
  const rows = steps.map((step) => ({ ...lineOf(sheet, step), startMin: null, isOff: false }));
  const depth = useDepth(props.usualDepth, fullBecause(rows));
  const hands = minutesOf(steps);

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
        joints={ticketJoints(connection)}
        fixture={fixture}
        open={open ?? undefined}
        hrefFor={jointHref}
        size="large"
      />
      {connection.signed === null && <NowLine now={nowOf(steps)} map={map} />}
      <p className="mt-2 flex flex-wrap gap-x-6">
        <span>
          <strong className="figure">{done}</strong> of <strong className="figure">{steps.length}</strong>{" "}
          steps done
        </span>
        <span>
          about <strong className="figure">{hands.handsOnMin.likely} min</strong> hands-on
          {hands.waitMin > 0 && (
            <>
              , waits <strong className="figure">{hands.waitMin} min</strong>
            </>
          )}
        </span>
        <span>
          water off about <strong className="figure">{waterOffMin(steps)} min</strong>
        </span>
      </p>
      <ProgressBar max={steps.length} value={done} label="Steps done" />
      <LogBar log={log} undoes={["step-done", "stop-proved"]} />
      <p className="text-small">
        <a className="inline-flex min-h-touch items-center" href={`/visits/${props.visitId}/run`}>
          The whole visit's run sheet, in its best order
        </a>
      </p>
      <OutdatedPlan connection={connection} visitId={props.visitId} />
      <DepthSwitch {...depth} acts={steps.length} />
      {depth.depth === "short" && (
        <ShortLines
          lines={linesInShort(rows)}
          props={props}
          log={log}
          heldOf={heldOf}
          clockOf={() => null}
          isOwnSheet
        />
      )}
      {depth.depth === "full" &&
        byPhase(steps).map((group) => (
          <details
            key={`${group.steps[0]?.id} ${group.steps.every((step) => step.isDone)}`}
            open={
              !group.steps.every((step) => step.isDone) ||
              group.steps.some((step) => open !== null && step.joint?.number === open)
            }
            className="mt-2 border-t border-rule pt-1"
          >
            <summary className="min-h-touch cursor-pointer py-2 text-small font-bold text-quiet">
              {group.phase}
              {group.steps.every((step) => step.isDone) && (
                <span className="font-normal text-dry-ink"> ✓ {group.steps.length} done</span>
              )}
            </summary>
            <ol>
              {group.steps.map((step) => (
                <RunSheetRow
                  key={`${step.connection ?? ""} ${step.id}`}
                  line={{ ...lineOf(sheet, step), startMin: null, isOff: false }}
                  isNext={step === next}
                  isOpen={open !== null && step.joint?.number === open}
                  isOwnSheet
                  heldOf={heldOf}
                  clock={null}
                  props={props}
                  log={log}
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
