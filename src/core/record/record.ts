/** What a record says of a connection, from the state of its visit. */
import {
  type Check,
  type Stage,
  standingCheck,
  type Target,
  targetsOf,
  watchedInWords,
} from "../check/index.ts";
import { readingRuns } from "../hold/index.ts";
import { guessesOf, staticInWords } from "../survey/index.ts";
import { formatTurn } from "../units/index.ts";
import {
  type ConnectionState,
  connectionPhase,
  isBeforeTouch,
  phaseInWords,
  type VisitState,
} from "../visit/index.ts";
import { detectableMlPerMin, rateText } from "../watch/index.ts";
import type { RecordRow, RecordSection, RecordTrace, Sentence, Span } from "./document.ts";
import { hammerSentences } from "./hammer-sentence.ts";
import { type ShutOff, shutOffOf } from "./shut-off.ts";

/** Times as people of the site read them. */
export interface SiteClock {
  /** 14:05 */
  readonly time: (iso: string) => string;
  /** Tue 24 Nov */
  readonly day: (iso: string) => string;
  /** Tue 24 Nov 2026, 14:05 with the zone's name */
  readonly stamp: (iso: string) => string;
}

const PROOF_WORDS = {
  holds: "holds",
  weeps: "weeps a little: to be replaced",
  dead: "does not hold: to be replaced",
  seized: "seized: to be replaced",
  unreachable: "could not be reached",
  "not-proved": "not proved",
} as const;

const figure = (text: string): Span => ({ kind: "figure", text });
const strong = (text: string): Span => ({ kind: "strong", text });
const strongFigure = (text: string): Span => ({ kind: "strong-figure", text });
const quiet = (text: string): Span => ({ kind: "quiet", text });
/** What a person wrote, as it was written. */
const own = (text: string, kind: "figure" | "strong" | "quiet" = "strong"): Span => ({
  kind,
  text,
  isOwnWords: true,
});

/** Smallest leak that the least of the standing looks could have seen, mL/min at 60 psi; null before one was dry. */
function couldSeeMlPerMin({ checks }: ConnectionState): number | null {
  const rates = checks
    .filter(({ stands, result, stage }) => stands && result === "dry" && stage === "static")
    .map(({ method, watchedMin }) => detectableMlPerMin(method, watchedMin));
  return rates.length === 0 ? null : Math.max(...rates);
}

function lineFitted({ joints, plan }: ConnectionState, { day }: SiteClock): readonly Sentence[] {
  const madeAt = joints
    .flatMap((joint) => joint.madeAt ?? [])
    .sort()
    .at(-1);
  const hasLine = plan?.plan.parts.some(({ kind }) => kind === "line") === true;
  return hasLine && madeAt !== undefined ? [["Flexible line fitted: ", strongFigure(day(madeAt))]] : [];
}

/** Which valve shuts this connection now, where it is, and what is known of it. */
function shutOffSentence({ name, place, state }: ShutOff, { day }: Pick<SiteClock, "day">): Sentence {
  const where = place === "" ? "" : ` (${place})`;
  switch (state.kind) {
    case "new":
      return [
        "Shut off at: ",
        own(`${name}${where}`),
        `, joint ${state.joint}, new on `,
        figure(day(state.fittedAt)),
      ];
    case "kept":
      return [
        "Shut off at: ",
        own(`${name}${where}, ${PROOF_WORDS[state.proof]}`),
        ...(state.provedAt === null ? [] : [" on ", figure(day(state.provedAt))]),
      ];
    case "above":
      return ["Shut off at: ", own(`${name}${where}`), `: ${state.because}`];
  }
}

function factsOf(connection: ConnectionState, clock: SiteClock): readonly Sentence[] {
  const { survey } = connection;
  const couldSee = couldSeeMlPerMin(connection);
  const guesses = guessesOf(survey);
  return [
    shutOffSentence(shutOffOf(connection), clock),
    ["Static pressure: ", strongFigure(staticInWords(survey) ?? "not measured"), `, ${survey.water} water`],
    ...lineFitted(connection, clock),
    ...(guesses.length === 0 ? [] : [[`Taken from a preset, not looked at: ${guesses.join(", ")}.`]]),
    ...(couldSee === null
      ? []
      : [
          [
            "The standing check would have shown ",
            strongFigure(`${couldSee.toFixed(4)} mL/min`),
            " and more (estimate).",
          ],
        ]),
  ];
}

/** The parts of the plan as they are listed for whoever renews one; what was there before and stays is not among them. */
function partsPutIn({ plan }: ConnectionState): RecordSection["parts"] {
  return (plan?.plan.parts ?? []).flatMap(({ sku, name, quantity, kind }) =>
    quantity === 0
      ? []
      : [
          {
            sku,
            name,
            amount: kind === "tube" || kind === "pipe" ? `${quantity} ft` : `${quantity} ×`,
          },
        ],
  );
}

function madeText(connection: ConnectionState, target: Target, { time }: SiteClock): string {
  const joint = connection.joints.find(({ joint: each }) => String(each.number) === target);
  if (joint?.madeAt == null) return "";
  return [
    time(joint.madeAt),
    ...(joint.turns === null ? [] : [`${formatTurn(joint.turns)} turn`]),
    ...(joint.isTogether ? ["told together"] : []),
    ...(joint.snugs > 0 ? [`snugged ${joint.snugs}×`] : []),
    ...(joint.remakes > 0 ? [`re-made ${joint.remakes}×: ${joint.renewed.join(", ")}`] : []),
  ].join(", ");
}

function cellOf(check: Check | null, exception: string | null, { time }: SiteClock): Sentence {
  const look: Sentence =
    check === null
      ? []
      : [
          check.result === "dry"
            ? figure(`dry ${time(check.at)} `)
            : strongFigure(`weeping ${time(check.at)} `),
          quiet(watchedInWords(check)),
        ];
  const isExcepted = exception !== null && check?.result !== "dry";
  const reason: Sentence = isExcepted
    ? [figure(`${look.length > 0 ? " " : ""}exception: `), own(exception, "figure")]
    : [];
  return look.length + reason.length === 0 ? [quiet("open")] : [...look, ...reason];
}

function rowsOf(
  connection: ConnectionState,
  stages: readonly Stage[],
  clock: SiteClock,
): readonly RecordRow[] {
  const labelled: readonly (readonly [Target, string])[] = [
    ...connection.joints.map(({ joint }) => [String(joint.number), joint.label] as const),
    ...connection.checkpoints.map(({ letter, label }) => [letter, label] as const),
    ["connection", "everything in place"],
  ];
  return labelled.map(([target, label]) => ({
    target: target === "connection" ? "" : target,
    label,
    made: madeText(connection, target, clock),
    cells: stages.map((stage) => {
      if (!targetsOf(connection, stage).includes(target)) return null;
      const exception = connection.exceptions.find(
        (each) => each.target === target && each.stage === stage.code,
      );
      return cellOf(standingCheck(connection, target, stage.code), exception?.reason ?? null, clock);
    }),
  }));
}

function holdSentence(
  connection: ConnectionState,
  hold: ConnectionState["holds"][number],
  { stamp }: SiteClock,
): Sentence {
  const high = hold.highMlPerMin === null ? "any" : rateText(hold.highMlPerMin);
  return [
    "Pressure test ",
    figure(stamp(hold.at)),
    ", ",
    figure(String(hold.test.samples.length)),
    " readings",
    ...(hold.source === "simulated" ? [strong(" (SIMULATED)")] : []),
    ": ",
    strong(hold.verdict),
    ...(hold.verdict === "leak" ? [", ", figure(`${rateText(hold.lowMlPerMin)} to ${high} mL/min`)] : []),
    ...(hold.smallestMlPerMin === null
      ? [". It promises no smallest leak."]
      : [
          ". It would have told ",
          figure(`${rateText(hold.smallestMlPerMin)} mL/min`),
          " and more (estimate).",
        ]),
    ...(isBeforeTouch(connection, hold) ? [" Taken before a joint was turned or re-made."] : []),
  ];
}

const SEC_PER_MIN = 60;

function traceOf(
  connection: ConnectionState,
  hold: ConnectionState["holds"][number],
  clock: SiteClock,
): RecordTrace {
  return {
    sentence: holdSentence(connection, hold, clock),
    runs: readingRuns(hold.test.samples).map((run) =>
      run.map(({ t, psi }) => ({ min: t / SEC_PER_MIN, psi })),
    ),
    isSimulated: hold.source === "simulated",
  };
}

function sentencesOf(connection: ConnectionState, clock: SiteClock): readonly Sentence[] {
  const { proofs, notes, meters } = connection;
  return [
    ...proofs.map(
      ({ at, by, result, method, dropsPerMin, isNew, valve }): Sentence => [
        ...(valve === null ? [] : [own(valve)]),
        valve !== null ? " proved " : isNew ? "New stop proved " : "Stop proved ",
        figure(clock.stamp(at)),
        `: ${PROOF_WORDS[result]}, ${method.replaceAll("-", " ")}`,
        ...(dropsPerMin === null ? [] : [", ", figure(String(dropsPerMin)), " drops a minute"]),
        quiet(` (${by})`),
      ],
    ),
    ...hammerSentences(connection),
    ...notes
      .filter(({ isForCustomer }) => isForCustomer)
      .map(({ text, by }): Sentence => ["Note: ", own(text, "quiet"), quiet(` (${by})`)]),
    ...meters.map(
      ({ at, marks, windowMin }): Sentence => [
        "Meter watched ",
        figure(clock.stamp(at)),
        ": ",
        figure(String(marks)),
        " marks in ",
        figure(`${windowMin} min`),
        ".",
      ],
    ),
  ];
}

function endingOf({ signed }: ConnectionState, { stamp }: SiteClock): Sentence {
  if (signed === null) return [strong("Not signed.")];
  return [
    own(`Signed by ${signed.name}`),
    ", ",
    figure(stamp(signed.at)),
    `. Follow-up check by the ${signed.lookBackBy}, due `,
    figure(stamp(signed.lookBackDueAt)),
    ...(signed.resolved === null ? [] : [". What became of the leak: ", own(signed.resolved)]),
    ...(signed.lookBackBy === "customer"
      ? [": put a dry tissue on each joint; if it comes away wet, shut the stop and call."]
      : []),
  ];
}

/** What the work left as it should not stay, with the reason of whoever signed. */
function leftAs({ signed }: ConnectionState): readonly Sentence[] {
  return (signed?.left ?? []).map(
    ({ code, reason }): Sentence => [strong("Left as: "), `${code.replaceAll("-", " ")}. `, own(reason)],
  );
}

/** Builds the section of a record for one connection. `now` (UTC) decides whether a follow-up check is overdue. */
export function recordSection(
  connection: ConnectionState,
  stages: readonly Stage[],
  now: string,
  clock: SiteClock,
): RecordSection {
  const { id, survey, photos } = connection;
  return {
    id,
    title: survey.label,
    place: survey.place,
    phase: phaseInWords(connectionPhase(connection, stages, now)),
    facts: factsOf(connection, clock),
    parts: partsPutIn(connection),
    table: { stages: stages.map(({ label }) => label), rows: rowsOf(connection, stages, clock) },
    sentences: [...sentencesOf(connection, clock), ...leftAs(connection)],
    traces: connection.holds.map((hold) => traceOf(connection, hold, clock)),
    photos: photos.map(({ id: photo, caption }) => ({ id: photo, caption })),
    ending: endingOf(connection, clock),
  };
}

/** Returns the connections a record speaks of: those with a plan that were not removed. */
export function connectionsOfRecord({ connections }: VisitState): readonly ConnectionState[] {
  return connections.filter(({ plan, removed }) => plan !== null && removed === null);
}
