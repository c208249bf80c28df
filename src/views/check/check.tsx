import { useState } from "react";
import {
  currentStage,
  isStageDone,
  jointTargets,
  type Stage,
  type StageCode,
  standingOf,
  type Target,
  targetsOf,
} from "../../core/check/index.ts";
import { ticketJoints } from "../../core/projection/index.ts";
import { sheetIn } from "../../core/schedule/index.ts";
import { neededBeforeLook, nowOf, owedAt, shutFirst } from "../../core/situation/index.ts";
import { type ConnectionState, fixtureOf, isBeforeTouch, type VisitState } from "../../core/visit/index.ts";
import { reconcile } from "../../core/watch/index.ts";
import { JointStrip } from "../../drawing/joint-strip.tsx";
import { timeText } from "../../labels/site-time.ts";
import { HelpButton } from "../../ui/help-button.tsx";
import { Notice } from "../../ui/notice.tsx";
import { HammerHeard } from "../hammer-heard.tsx";
import { leakAtJoints } from "../hold/seen.ts";
import { jointHref, useJointHash } from "../joint-hash.ts";
import { NoHookup } from "../no-hookup.tsx";
import { NowLine } from "../now-line.tsx";
import { sheetsOf, standingIn } from "../run-sheet/run-lines.ts";
import { LogBar } from "../visit-log/log-bar.tsx";
import { useVisitLog } from "../visit-log/use-visit-log.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { RemakePanel } from "./remake-panel.tsx";
import { type FollowUpBy, SignPanel } from "./sign-panel.tsx";
import { StageRow } from "./stage-row.tsx";
import { TargetPanel } from "./target-panel.tsx";

interface LeakCheckProps extends VisitProps {
  /** Stage the address asks for. */
  readonly asked: StageCode | null;
  /** Who does the follow-up check unless somebody says otherwise. */
  readonly followUpBy: FollowUpBy;
}

/** First target that is wet, else first that is open, else the first. */
function targetToOpen(connection: ConnectionState, stage: Stage): Target | null {
  const targets = targetsOf(connection, stage);
  const find = (standing: string) =>
    targets.find((target) => standingOf(connection, target, stage.code) === standing);
  return find("weeping") ?? find("open") ?? find("short") ?? targets[0] ?? null;
}

function TargetRow({
  connection,
  stage,
  open,
  onOpen,
}: {
  connection: ConnectionState;
  stage: Stage;
  open: Target | null;
  onOpen: (target: Target) => void;
}) {
  const targets = targetsOf(connection, stage);
  if (targets.length < 2) return null;
  return (
    <fieldset aria-label="What to look at, in order" className="mt-3 flex flex-wrap items-center gap-2">
      <span className="text-small text-quiet">
        {stage.scope === "joint" ? "From the top down:" : "Look at:"}
      </span>
      {targets.map((target) => {
        const standing = standingOf(connection, target, stage.code);
        const tone =
          standing === "dry"
            ? "bg-dry-wash border-dry"
            : standing === "weeping"
              ? "bg-wet-wash border-wet"
              : "border-rule";
        return (
          <button
            key={target}
            type="button"
            aria-pressed={target === open}
            aria-label={`${target}, ${standing}`}
            onClick={() => onOpen(target)}
            className={`figure min-h-touch min-w-13 cursor-pointer border-2 px-2 ${target === open ? "border-ink font-bold" : tone}`}
          >
            {target} {standing === "dry" ? "✓" : standing === "weeping" ? "!" : ""}
          </button>
        );
      })}
    </fieldset>
  );
}

/** The latest hold against what the joints show, and the way to the next. */
function HoldLine({ connection, href }: { readonly connection: ConnectionState; readonly href: string }) {
  const hold = connection.holds.at(-1);
  return (
    <p className="mt-3 flex flex-wrap items-center gap-x-4">
      <a className="button" href={href}>
        Pressure test
      </a>
      {hold && (
        <span className="min-w-64 flex-1" data-reconciled="">
          <strong>{hold.verdict}</strong>
          {hold.source === "simulated" && <span className="mark mx-2 text-work-ink">SIMULATED</span>}{" "}
          {isBeforeTouch(connection, hold)
            ? "Taken before a joint was turned or re-made: what leaked then may be put right. Look again, and test again."
            : reconcile(leakAtJoints(connection), { low: hold.lowMlPerMin, high: hold.highMlPerMin }).line}
        </span>
      )}
    </p>
  );
}

/** Returns the next connection of the visit that is not signed yet: after this one, else from the start. */
function nextConnection({ connections }: VisitState, { id }: ConnectionState): ConnectionState | null {
  const at = connections.findIndex((each) => each.id === id);
  const inOrder = [...connections.slice(at + 1), ...connections.slice(0, Math.max(0, at))];
  return inOrder.find(({ removed, signed }) => removed === null && signed === null) ?? null;
}

/** The staged leak check of one connection, joint by joint, up to its signature and follow-up check. */
export function LeakCheck({ asked, ...props }: LeakCheckProps) {
  const log = useVisitLog(props);
  const hash = useJointHash();
  const { connection, act } = log;
  const { stages } = props.tables;
  const [chosen, setChosen] = useState<StageCode | null>(asked);
  /** The check goes on by itself: from a stage that is done to the one that is open. */
  const [isGoingOn, setIsGoingOn] = useState(false);
  const [picked, setPicked] = useState<Target | null>(null);
  const base = `/visits/${props.visitId}/${props.connectionId}`;
  const { label } = connection.survey;
  const fixture = props.tables.fixtures.find((each) => each.fixture === connection.survey.fixture);
  const lookBack = stages.find((each) => each.code === "look-back");
  const now = connection.signed ? lookBack : currentStage(connection, stages);
  const chosenStage = stages.find((each) => each.code === chosen);
  const isLeft = chosenStage !== undefined && isGoingOn && isStageDone(connection, chosenStage);
  const stage = (isLeft ? undefined : chosenStage) ?? now ?? stages[0];
  if (!stage) return null;
  const targets = targetsOf(connection, stage);
  const wanted = hash === null ? picked : String(hash);
  const target = wanted !== null && targets.includes(wanted) ? wanted : targetToOpen(connection, stage);
  const open = target !== null && /^\d+$/.test(target) ? Number(target) : undefined;
  const pick = (next: Target | null) => {
    if (window.location.hash !== "") window.location.hash = "";
    setPicked(next);
  };
  const goOn = () => {
    setIsGoingOn(true);
    pick(null);
  };
  const lookAfresh = () => {
    setChosen(null);
    pick(null);
  };
  // Nothing is left to look at and nothing was asked for: signing comes next, not the first stage again.
  const isReadyToSign = now === null && connection.signed === null && (chosen === null || isLeft);
  const isWiped = connection.wipedAt !== null;
  const sheet =
    connection.signed === null
      ? sheetIn(log.visit.connections, fixtureOf(log.visit, connection), props.tables).steps
      : [];
  const map =
    connection.signed === null ? standingIn(sheetsOf(log.visit, props.tables), props.tables).map : null;

  if (connection.joints.length === 0)
    return (
      <NoHookup why="There are no joints to check before a hookup is chosen." hookupHref={`${base}/hookup`} />
    );

  return (
    <div>
      <div className="flex flex-wrap items-center justify-between gap-x-6">
        <JointStrip
          joints={ticketJoints(connection)}
          fixture={label}
          open={open}
          hrefFor={jointHref}
          size="large"
        />
        <p className="text-quiet">
          wipe all joints, then check from the top: order{" "}
          <strong className="figure text-ink">{jointTargets(connection).join(", ")}</strong>
        </p>
      </div>
      <LogBar
        log={log}
        undoes={[
          "target-checked",
          "joints-wiped",
          "joint-snugged",
          "remake-begun",
          "step-done",
          "stop-proved",
          "joint-remade",
          "exception-written",
          "hammer-heard",
          "connection-reopened",
        ]}
      />
      <NowLine now={nowOf(sheet)} map={map} />
      <StageRow
        connection={connection}
        stages={stages}
        open={stage}
        zone={props.zone}
        onOpen={(next) => {
          setChosen(next.code);
          setIsGoingOn(false);
          setPicked(null);
        }}
      />
      <div className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <a className="button" href={`/visits/${props.visitId}/run`}>
          Run sheet
        </a>
        {connection.signed === null && (
          <>
            <button
              type="button"
              className="button"
              onClick={() => act({ kind: "joints-wiped", connection: connection.id })}
            >
              All joints wiped dry
            </button>
            <span className="text-small text-quiet" data-wiped="">
              {isWiped
                ? `All wiped ${timeText(connection.wipedAt ?? "", props.zone)}`
                : "Nobody has said that the joints were wiped: looks count from water in."}
            </span>
          </>
        )}
        <HelpButton topic="stages" />
      </div>
      {connection.signed === null && (
        <RemakePanel
          connection={connection}
          steps={sheet}
          fixture={fixture}
          zone={props.zone}
          act={act}
          onWater={lookAfresh}
        />
      )}
      {connection.doneRoles.has("water-in") && <HoldLine connection={connection} href={`${base}/hold`} />}
      {!connection.doneRoles.has("water-in") ? (
        <Notice tone="work" className="mt-4">
          No water yet: checks begin when it is let in.{" "}
          <a className="underline" href={`${base}/run-sheet`}>
            Go on with the run sheet
          </a>
        </Notice>
      ) : stage.code === "look-back" && connection.signed === null ? (
        <p className="mt-4">The follow-up check falls due a day after signing.</p>
      ) : isReadyToSign ? null : target === null ? (
        <p className="mt-4">Nothing drains here: this stage has nothing to look at.</p>
      ) : (
        <>
          <TargetRow connection={connection} stage={stage} open={target} onOpen={pick} />
          <TargetPanel
            key={`${stage.code} ${target}`}
            connection={connection}
            stage={stage}
            target={target}
            first={shutFirst(connection, Number(target), props.tables)}
            map={map}
            needed={connection.signed === null ? neededBeforeLook(sheet, connection.id, stage.code) : null}
            zone={props.zone}
            act={act}
            onWritten={goOn}
            onTouched={lookAfresh}
            strike={log.undo}
          />
        </>
      )}
      {fixture?.solenoid === true && connection.doneRoles.has("water-in") && log.phase !== "removed" && (
        <HammerHeard connection={connection} occasion="after-run" zone={props.zone} act={act} />
      )}
      {log.phase !== "removed" && (
        <SignPanel
          connection={connection}
          stages={stages}
          owed={owedAt(sheet, connection.id)}
          actor={props.actor}
          followUpBy={props.followUpBy}
          zone={props.zone}
          recordHref={`/visits/${props.visitId}/record`}
          next={nextConnection(log.visit, connection)}
          visitHref={`/visits/${props.visitId}`}
          act={act}
        />
      )}
    </div>
  );
}
