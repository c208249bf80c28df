import { useRef, useState } from "react";
import { useAsk } from "../../client/use-ask.ts";
import type { HoldAnswer, HoldTest, Sample } from "../../core/hold/index.ts";
import { holdRecordOf, MOST_KEPT_SAMPLES, type ReadingSource } from "../../core/hold/index.ts";
import { isBeforeTouch } from "../../core/visit/index.ts";
import { fieldText, shopUnit } from "../../labels/display.ts";
import { deferred } from "../../ui/deferred.tsx";
import { Field, TextField } from "../../ui/field.tsx";
import { openAnalyst } from "../../workers/open.ts";
import { useBackground } from "../../workers/use-background.ts";
import { LogBar } from "../visit-log/log-bar.tsx";
import { useVisitLog } from "../visit-log/use-visit-log.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { GaugeFeed } from "./gauge-feed.tsx";
import { type Faults, formFrom, testFrom, typedSamples } from "./hold-form.ts";
import { KeptHolds } from "./kept-holds.tsx";
import { MeterPanel } from "./meter-panel.tsx";
import { PlanPanel } from "./plan-panel.tsx";
import { SectionForm } from "./section-form.tsx";
import { TraceChart } from "./trace-chart.tsx";
import { VerdictPanel } from "./verdict.tsx";

/** The reader of files is fetched when somebody has one. */
const LoggerImport = deferred(async () => (await import("./logger-import.tsx")).LoggerImport);

const SOURCES: readonly (readonly [ReadingSource, string])[] = [
  ["typed", "Typed"],
  ["logger", "Logger's file"],
  ["simulated", "Gauge (simulated)"],
];

interface JudgedHold {
  readonly test: HoldTest;
  readonly answer: HoldAnswer;
}

/** A pressure hold of one connection's section: what is known of it, its readings, and what they say. */
export function Hold(props: VisitProps) {
  const log = useVisitLog(props);
  const { connection } = log;
  const [form, setForm] = useState(() => formFrom(connection));
  const [faults, setFaults] = useState<Faults>({});
  const [source, setSource] = useState<ReadingSource>("typed");
  const [typed, setTyped] = useState("");
  /** A file of a simulated gauge, read in as a logger's. */
  const [isFromSimulator, setIsFromSimulator] = useState(false);
  /** What was done since a test that called a leak. */
  const [done, setDone] = useState("");
  const [lineFaults, setLineFaults] = useState<readonly string[]>([]);
  const [samples, setSamples] = useState<readonly Sample[]>([]);
  const analyst = useBackground(openAnalyst);
  const { now, ask, cancel } = useAsk<JudgedHold>();
  const judged = now.state === "answered" ? now.answer : null;
  const latest = useRef(samples);
  const take = (next: readonly Sample[]) => {
    latest.current = next;
    setSamples(next);
    setIsFromSimulator(false);
    cancel();
  };
  const isSimulated = source === "simulated" || isFromSimulator;
  const mayKeep = !isSimulated || log.visit.isTraining;
  const judge = () => {
    const read = testFrom(form);
    if ("faults" in read) return setFaults(read.faults);
    if (latest.current.length === 0) return;
    const test: HoldTest = { ...read.test, samples: latest.current };
    setFaults({});
    ask(async (signal) => ({ test, answer: await analyst.ask("analyse", test, { signal }) }));
  };
  const takeTyped = () => {
    const read = typedSamples(typed);
    setLineFaults(read.faults);
    if (read.faults.length > 0 || read.samples.length === 0) return;
    take(read.samples);
    judge();
  };
  // After a leak the next test says what was done in between.
  const last = connection.holds.at(-1);
  const asksDone = !isSimulated && last?.verdict === "leak" && !isBeforeTouch(connection, last);
  const keep = ({ test, answer }: JudgedHold) =>
    log.act({
      kind: "hold-recorded",
      connection: connection.id,
      hold: holdRecordOf(isSimulated ? "simulated" : source, test, answer),
      ...(asksDone && done.trim() !== "" ? { afterLeak: done.trim() } : {}),
    });
  const isKept = judged !== null && connection.holds.some(({ test }) => test.samples === judged.test.samples);
  return (
    <div>
      <LogBar log={log} undoes={["hold-recorded", "meter-read"]} />
      <p className="max-w-prose text-quiet">
        Water only: never test plastic pipe with air. Keep clear of the line while it is under pressure, and
        let the pressure off before anything is opened. Where a code asks for a test of its own, that test
        counts.
      </p>
      <div className="mt-3 grid gap-x-8 gap-y-4 lg:grid-cols-2">
        <div className="min-w-0">
          <SectionForm
            form={form}
            faults={faults}
            onChange={(change) => {
              setForm({ ...form, ...change });
              cancel();
            }}
          />
          <PlanPanel form={form} analyst={analyst} />
          <fieldset className="mt-3 border-t border-hairline pt-2">
            <legend className="font-bold">
              <span className="figure">4</span> Readings
            </legend>
            <p className="mb-2 flex flex-wrap gap-2">
              {SOURCES.map(([each, words]) => (
                <button
                  key={each}
                  type="button"
                  aria-pressed={source === each}
                  className={`button ${source === each ? "button-main" : ""}`}
                  onClick={() => {
                    setSource(each);
                    take([]);
                  }}
                >
                  {words}
                </button>
              ))}
            </p>
            {source === "typed" && (
              <div>
                <Field label={`One reading a line: minutes, ${shopUnit("psi")}`}>
                  <textarea
                    className="field figure"
                    rows={6}
                    placeholder={[60, 59.8, 59.7]
                      .map((psi, at) => `${5 * at} ${fieldText(psi, "psi")}`)
                      .join("\n")}
                    value={typed}
                    onChange={(event) => setTyped(event.target.value)}
                  />
                </Field>
                {lineFaults.map((fault) => (
                  <p key={fault} className="fault">
                    {fault}
                  </p>
                ))}
                <button type="button" className="button button-main mt-2" onClick={takeTyped}>
                  Analyze the readings
                </button>
              </div>
            )}
            {source === "logger" && (
              <LoggerImport
                onRead={(read, isSimulated) => {
                  take(read);
                  setIsFromSimulator(isSimulated);
                  judge();
                }}
              />
            )}
            {source === "simulated" && <GaugeFeed form={form} onReadings={take} onEnd={judge} />}
          </fieldset>
          <MeterPanel connection={connection} act={log.act} />
        </div>
        <section aria-label="What the readings say" className="min-w-0">
          {samples.length === 0 ? (
            <p className="text-quiet">
              No readings yet. A start and an end tell almost nothing: the same drop can mean 0.0004 mL or 0.3
              mL, by what gives way.
            </p>
          ) : (
            <>
              {judged ? (
                <VerdictPanel answer={judged.answer} connection={connection} />
              ) : (
                <p role="status" className="text-quiet">
                  {now.state === "asking"
                    ? "Judging…"
                    : now.state === "failed"
                      ? "It could not be judged: try again."
                      : `${samples.length} readings`}
                </p>
              )}
              <div className="mt-3">
                <TraceChart samples={samples} answer={judged?.answer ?? null} isSimulated={isSimulated} />
              </div>
              {judged && !isKept && asksDone && (
                <TextField
                  label="The last test called a leak: what was done since?"
                  value={done}
                  maxLength={500}
                  onChange={setDone}
                />
              )}
              <p className="mt-2 flex flex-wrap gap-2">
                {judged === null && now.state !== "asking" && source !== "simulated" && (
                  <button type="button" className="button" onClick={judge}>
                    Analyze again
                  </button>
                )}
                {judged && !isKept && !mayKeep && (
                  <span className="text-quiet">
                    Simulated readings are kept on training visits only, never on a customer's record.
                  </span>
                )}
                {judged &&
                  !isKept &&
                  mayKeep &&
                  connection.signed === null &&
                  samples.length <= MOST_KEPT_SAMPLES && (
                    <button type="button" className="button button-main" onClick={() => keep(judged)}>
                      Save to the record
                    </button>
                  )}
                {isKept && <span className="self-center font-bold text-dry-ink">Kept on the record.</span>}
                {samples.length > MOST_KEPT_SAMPLES && (
                  <span className="fault">
                    More than {MOST_KEPT_SAMPLES} readings: log every few seconds to keep them on the record.
                  </span>
                )}
              </p>
            </>
          )}
          <KeptHolds holds={connection.holds} zone={props.zone} visitId={props.visitId} />
        </section>
      </div>
    </div>
  );
}
