import { PURGE_TIMES } from "../../core/branch/index.ts";
import { failsToClose } from "../../core/piping/index.ts";
import type { VisitAct } from "../../core/visit/index.ts";
import type { HeardHammer } from "../../core/watch/index.ts";
import { quantityText, rangeText } from "../../labels/display.ts";
import { deferred, OPENING } from "../../ui/deferred.tsx";
import { Disclosure } from "../../ui/disclosure.tsx";
import { HammerHeard } from "../hammer-heard.tsx";
import type { VisitEvents } from "../visit-log/use-visit-events.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import type { HeldOf, RunLine } from "./run-lines.ts";
import { StepRow } from "./step-row.tsx";
import { dryActs, tickAct, tickOf } from "./tick.ts";

// Asked at one step of a sheet, with a network or without.
const ReplaceStop = deferred(async () => (await import("./stop-proof.tsx")).ReplaceStop, OPENING, "soon");
const NewStopProof = deferred(async () => (await import("./stop-proof.tsx")).NewStopProof, OPENING, "soon");
const ValveProof = deferred(async () => (await import("./stop-proof.tsx")).ValveProof, OPENING, "soon");
const StopProof = deferred(async () => (await import("./stop-proof.tsx")).StopProof, OPENING, "soon");

interface RunSheetRowProps {
  readonly line: RunLine;
  readonly isNext: boolean;
  /** Whose joint the address names. */
  readonly isOpen: boolean;
  readonly props: Pick<VisitProps, "visitId" | "zone" | "tables">;
  readonly log: Pick<VisitEvents, "events" | "act" | "undo">;
  /** When it is planned for; null: not told. */
  readonly clock: string | null;
  /** What is told together with its tick, before it. */
  readonly before?: readonly VisitAct[];
  readonly heldOf: HeldOf;
  /** What must be done first, in words, with what is told before it done; absent: as the visit stands. */
  readonly held?: string | null;
  /** The sheet is this fixture's own: its name need not lead every step. */
  readonly isOwnSheet?: boolean;
}

/** Steps at which a valve that shuts fast is listened to. */
const LISTENING_ROLES: ReadonlyMap<string, HeardHammer["occasion"]> = new Map([
  ["close-stop", "as-found"],
  ["exercise", "after-run"],
]);

/** One step of a run sheet, the same on the visit's sheet and on a fixture's: its words, the proof it asks for, what ticks it. */
export function RunSheetRow({
  line,
  isNext,
  isOpen,
  props,
  log,
  clock,
  isOwnSheet = false,
  before = [],
  heldOf,
  held = heldOf(line),
}: RunSheetRowProps) {
  const { step, connection, sheet } = line;
  const base = `/visits/${props.visitId}/${connection.id}`;
  const { proof } = connection.survey.stop;
  const fixture = props.tables.fixtures.find((each) => each.fixture === connection.survey.fixture);
  // Of a library without a step that proves, the closing is the proof.
  const proves = sheet.steps.some(({ role }) => role === "prove") ? "prove" : "close-stop";
  const isProving =
    step.role === proves &&
    !step.isDone &&
    sheet.steps.some(({ role, connection: own }) => role === "close-stop" && own === step.connection);
  // A proof is a question: an answer ticks it, not a tick.
  const isAnsweredAtJoint = step.role === "prove-again" || step.role === "remake";
  const isQuestion = isAnsweredAtJoint || isProving || step.role === "prove" || step.role === "prove-new";
  const asks = isQuestion && !step.isDone && held === null && connection.signed === null;
  const hasFailed = step.role === "close-upstream" && !step.isDone && failsToClose(proof);
  const isShut =
    connection.doneRoles.has("close-stop") && !connection.doneRoles.has("water-in") && proof !== "dead";
  const listens = fixture?.solenoid ? (LISTENING_ROLES.get(step.role ?? "") ?? null) : null;
  const holdsGal = connection.plan?.plan.flow?.holdsGal;
  // A step of the fixture asks at each of its inlets.
  const listening = step.connection === null ? sheet.connections : [connection];
  const looks = dryActs(sheet, step, props.tables.stages);
  const onAllDry = looks.length > 0 && held === null ? () => log.act(...before, ...looks) : null;
  return (
    <StepRow
      step={step}
      zone={props.zone}
      isNext={isNext}
      isOpen={isOpen}
      isLocked={connection.signed !== null}
      checkHref={`${base}/leak-check`}
      lead={
        isOwnSheet && line.label === sheet.label ? undefined : (
          <p className="flex flex-wrap items-baseline gap-x-3 text-small">
            {clock && <span className="figure text-quiet">{clock}</span>}
            {isOwnSheet ? (
              <span className="text-quiet">{line.label}</span>
            ) : (
              <a className="inline-flex min-h-touch items-center font-bold" href={`${base}/run-sheet`}>
                {line.label}
              </a>
            )}
            {line.isOff && <span className="mark text-wet-ink">water off</span>}
          </p>
        )
      }
      more={
        asks && isAnsweredAtJoint ? (
          <a className="button mt-2" href={`${base}/leak-check`}>
            Tell it at the joint
          </a>
        ) : asks && isProving ? (
          <StopProof
            {...{ connection, fixture }}
            act={(...acts) => log.act(...before, ...acts)}
            proves={step}
          />
        ) : asks && step.role === "prove" ? (
          <ValveProof
            connection={connection}
            valve={step.ownWords[0] ?? ""}
            act={(...acts) => log.act(...before, ...acts)}
            proves={step}
          />
        ) : asks && step.role === "prove-new" ? (
          <NewStopProof
            connection={connection}
            act={(...acts) => log.act(...before, ...acts)}
            proves={step}
          />
        ) : isNext && hasFailed ? (
          <>
            {connection.survey.stop.upstream === undefined && (
              <button
                type="button"
                className="button mt-2"
                onClick={() =>
                  log.act({
                    kind: "survey-saved",
                    connection: connection.id,
                    survey: {
                      ...connection.survey,
                      stop: { ...connection.survey.stop, upstream: "fails" },
                    },
                    basedOn: connection.surveyEvent,
                  })
                }
              >
                That valve does not close either: the house main
              </button>
            )}
            {proof !== "unreachable" && <ReplaceStop connection={connection} act={log.act} />}
          </>
        ) : isNext && step.role === "purge" && holdsGal !== undefined ? (
          <p className="text-small text-quiet" data-purge>
            The parts hold {quantityText(holdsGal, "gal", 3)}: at least{" "}
            {rangeText(holdsGal * PURGE_TIMES.low, holdsGal * PURGE_TIMES.high, "gal", 2)} through them, then
            as the fixture asks.
          </p>
        ) : isNext && listens !== null ? (
          listening.map((each) => (
            <HammerHeard
              key={each.id}
              connection={each}
              occasion={listens}
              zone={props.zone}
              act={log.act}
              isNamed={listening.length > 1}
            />
          ))
        ) : isNext && isShut && proof !== "seized" ? (
          <Disclosure summary="Its stop lets water through" className="mt-1 text-small">
            <StopProof {...{ connection, fixture }} act={log.act} proves={null} />
          </Disclosure>
        ) : undefined
      }
      held={held}
      isQuestion={asks}
      onAllDry={onAllDry}
      onTick={(turns, override) => log.act(...before, tickAct(connection.id, step, turns, override))}
      onUndo={() => {
        const event = tickOf(log.events, step);
        if (event) log.undo(event.id);
      }}
    />
  );
}
