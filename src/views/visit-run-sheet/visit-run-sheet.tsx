import { useMemo, useState } from "react";
import { handsOnMin } from "../../core/schedule/index.ts";
import { nowOf } from "../../core/situation/index.ts";
import { ticksLeftBehind } from "../../core/step/index.ts";
import { liveEvents } from "../../core/visit/index.ts";
import { Timeline } from "../../drawing/timeline.tsx";
import { scheduleRows, waitingRows } from "../../drawing/timeline-rows.ts";
import { timeText } from "../../labels/site-time.ts";
import { deferred, OPENING } from "../../ui/deferred.tsx";
import { Disclosure } from "../../ui/disclosure.tsx";
import { Notice } from "../../ui/notice.tsx";
import { ProgressBar } from "../../ui/progress-bar.tsx";
import { NowLine } from "../now-line.tsx";
import { OutdatedPlan } from "../outdated-plan.tsx";
import { DepthSwitch, useDepth } from "../run-sheet/depth-switch.tsx";
import { lineOf, type RunLine, runLines, sheetsOf, standingIn } from "../run-sheet/run-lines.ts";
import { RunSheetRow } from "../run-sheet/run-sheet-row.tsx";
import { ShortLines } from "../run-sheet/short-lines.tsx";
import { fullBecause, linesInShort, type SheetProps } from "../run-sheet/short-sheet.ts";
import { waitsOf } from "../run-sheet/waits.ts";
import { LogBar } from "../visit-log/log-bar.tsx";
import { useVisitEvents } from "../visit-log/use-visit-events.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { useOffline } from "./use-offline.ts";
import { type Planned, useSchedule } from "./use-schedule.ts";
import { WaitTimers } from "./wait-timers.tsx";
import { WakeLock } from "./wake-lock.tsx";

const NotesAndPhotos = deferred(
  async () => (await import("./notes-and-photos.tsx")).NotesAndPhotos,
  OPENING,
  "soon",
);

const MINUTE_MS = 60_000;
const later = (from: string, minutes: number) =>
  new Date(Date.parse(from) + minutes * MINUTE_MS).toISOString();

function WaterBack({ planned, zone }: { readonly planned: Planned; readonly zone: string }) {
  const at = (minutes: number) => timeText(later(planned.from, minutes), zone);
  if (planned.waterOff.length === 0) return <p className="text-large font-bold">The water stays on.</p>;
  return (
    <ul data-water-back="">
      {planned.waterOff.map(({ zone: name, fromMin, backMin }) => (
        <li key={`${name} ${fromMin}`}>
          <strong className="text-large">
            Water back at <span className="figure">{at(backMin.likely)}</span>
          </strong>{" "}
          <span className="text-quiet">
            {name}; <span className="figure">{at(backMin.low)}</span> to{" "}
            <span className="figure">{at(backMin.high)}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}

export type VisitRunProps = Omit<VisitProps, "connectionId" | "ends" | "asLeft"> & SheetProps;

/** How many steps ahead are shown before one asks for all. */
const AHEAD = 8;

/** The whole visit as one sheet, in the order of its schedule: what is next, big enough for a wet thumb. */
export function VisitRun(props: VisitRunProps) {
  const log = useVisitEvents(props);
  const [hands, setHands] = useState<1 | 2>(1);
  const { planned, isFresh } = useSchedule(log.visit, props.tables, hands);
  const [showsAll, setShowsAll] = useState(false);
  const sheets = useMemo(() => sheetsOf(log.visit, props.tables), [log.visit, props.tables]);
  const lines = useMemo(() => runLines(sheets, planned), [sheets, planned]);
  const { heldOf, map } = useMemo(() => standingIn(sheets, props.tables), [sheets, props.tables]);
  useOffline(log.visit.connections.map(({ id }) => `/visits/${props.visitId}/${id}/leak-check`));
  const done = sheets.flatMap(({ steps }) => steps.filter(({ isDone }) => isDone)).length;
  const all = done + lines.length;
  const depth = useDepth(props.usualDepth, fullBecause(lines));
  const inShort = linesInShort(lines);
  const [next, ...rest] = lines;
  const ahead = showsAll ? rest : rest.slice(0, AHEAD);
  const ticks = sheets
    .flatMap((sheet) => sheet.steps.map((step) => lineOf(sheet, step)))
    .filter(({ step }) => step.doneAt !== null)
    .toSorted((a, b) => ((a.step.doneAt ?? "") < (b.step.doneAt ?? "") ? 1 : -1));
  const clockOf = (line: RunLine) =>
    planned && line.startMin !== null ? timeText(later(planned.from, line.startMin), props.zone) : null;
  const open = sheets.filter(({ steps }) => steps.some(({ isDone }) => !isDone)).map(({ label }) => label);
  const left = sheets.flatMap(({ connections, steps }) => ticksLeftBehind(connections, steps));
  const toSign = sheets
    .filter(({ steps }) => steps.every(({ isDone }) => isDone))
    .flatMap(({ connections }) => connections);
  const unplanned = log.visit.connections.filter(({ plan, removed }) => plan === null && removed === null);
  const last = liveEvents(log.events).at(-1) ?? null;
  const signed = log.visit.connections.filter(({ removed, signed: by }) => removed === null && by !== null);
  if (sheets.length === 0 && signed.length > 0)
    return (
      <p className="mt-4">
        Everything that was planned is made and signed.{" "}
        <a className="button button-main" href={`/visits/${props.visitId}/record`}>
          Record
        </a>
      </p>
    );
  if (sheets.length === 0)
    return <p className="mt-4">Nothing to work down yet: choose a hookup for a connection first.</p>;
  return (
    <div className="mt-2 grid gap-x-8 lg:grid-cols-main-aside">
      <header className="mb-3 min-h-20 border-b-2 border-rule pb-2 lg:col-span-2">
        {planned ? (
          <>
            <WaterBack planned={planned} zone={props.zone} />
            <p>
              Done at{" "}
              <strong className="figure">
                {timeText(later(planned.from, planned.schedule.totalMin), props.zone)}
              </strong>
              , <strong className="figure">{handsOnMin(planned.schedule)} min</strong> hands-on
              {isFresh ? "" : " (planning again…)"}
            </p>
          </>
        ) : (
          <p className="text-quiet">Planning the order…</p>
        )}
      </header>
      <div className="min-w-0">
        <p>
          <strong className="figure">{done}</strong> of <strong className="figure">{all}</strong> steps done
        </p>
        <ProgressBar max={all} value={done} label="Steps done" />
        <LogBar log={{ ...log, last }} undoes={["step-done", "stop-proved", "connection-noted"]} />
        {sheets.flatMap(({ connections }) =>
          connections.map((each) => <OutdatedPlan key={each.id} connection={each} visitId={props.visitId} />),
        )}
        <WaitTimers
          waits={waitsOf(
            sheets.map(({ connection, label, steps }) => ({ id: connection.id, label, steps })),
            Date.parse(props.now),
          )}
        />
        <NowLine now={sheets.flatMap(({ steps }) => nowOf(steps))} map={map} />
        <DepthSwitch {...depth} acts={lines.length} />
        {next && depth.depth === "short" ? (
          <ShortLines
            lines={showsAll ? inShort : inShort.slice(0, AHEAD)}
            props={props}
            log={log}
            heldOf={heldOf}
            clockOf={clockOf}
          />
        ) : next ? (
          <ol aria-label="Steps to do" data-run="">
            <RunSheetRow
              key={`${next.connection.id} ${next.step.id}`}
              {...{ line: next, isNext: true, isOpen: false, props, log, heldOf, clock: clockOf(next) }}
            />
            {ahead.map((line) => (
              <RunSheetRow
                key={`${line.connection.id} ${line.step.id}`}
                {...{ line, isNext: false, isOpen: false, props, log, heldOf, clock: clockOf(line) }}
              />
            ))}
          </ol>
        ) : (
          <p className="mt-4 text-title font-bold text-dry-ink">Every step is done.</p>
        )}
        {toSign.map(({ id, survey }) => (
          <p key={id} className="mt-3">
            <a className="button button-main" href={`/visits/${props.visitId}/${id}/leak-check`}>
              Sign {survey.label}
            </a>
          </p>
        ))}
        {(depth.depth === "short" ? inShort : rest).length > AHEAD && (
          <button
            type="button"
            className="button mt-2"
            aria-expanded={showsAll}
            onClick={() => setShowsAll(!showsAll)}
          >
            {showsAll
              ? "Only what is next"
              : depth.depth === "short"
                ? `All ${inShort.length} lines to do`
                : `All ${rest.length + 1} steps to do`}
          </button>
        )}
        {ticks.length > 0 && (
          <Disclosure
            summary={
              <>
                Done, <span className="figure">{ticks.length}</span>: undo one
              </>
            }
            className="mt-4"
          >
            <ol>
              {ticks.map((line) => (
                <RunSheetRow
                  key={`${line.connection.id} ${line.step.id}`}
                  line={{ ...line, startMin: null, isOff: false }}
                  {...{ isNext: false, isOpen: false, props, log, heldOf, clock: null }}
                />
              ))}
            </ol>
          </Disclosure>
        )}
        {left.length > 0 && (
          <p className="mt-3 text-small text-work-ink">
            Done before, and no longer on the sheet since the plan or the stop changed:{" "}
            {left.map(({ id, at }) => `${id} ${timeText(at, props.zone)}`).join(", ")}.
          </p>
        )}
        {next && (
          <NotesAndPhotos
            key={next.connection.id}
            visitId={props.visitId}
            connection={next.connection}
            act={log.act}
            strike={log.undo}
          />
        )}
      </div>
      <aside aria-label="Timeline" className="mt-4 min-w-0 lg:mt-0">
        <Timeline
          rows={planned ? scheduleRows(planned) : waitingRows(open)}
          totalMin={planned ? Math.ceil(planned.schedule.totalMin) : 0}
          clockAt={(minute) => (planned ? timeText(later(planned.from, minute), props.zone) : "")}
          isNarrow
        />
        <p className="text-small text-quiet">
          {planned
            ? "Bars: hands on. Hatched: waiting. Framed: no water there. Planned from now on, again after every tick."
            : "Planning the visit from now on…"}
        </p>
        <div className="mt-3 flex flex-wrap gap-2">
          <WakeLock />
          <button
            type="button"
            className="button"
            aria-pressed={hands === 2}
            onClick={() => setHands(hands === 2 ? 1 : 2)}
          >
            {hands === 2 ? "Two pairs of hands ✓" : "Two pairs of hands"}
          </button>
        </div>
        {unplanned.length > 0 && (
          <Notice tone="work">
            No hookup chosen yet, so not in it: {unplanned.map(({ survey }) => survey.label).join(", ")}.
          </Notice>
        )}
      </aside>
    </div>
  );
}
