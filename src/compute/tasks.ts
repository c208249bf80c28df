/** What may take long, as functions of plain data: run by a worker of the pool, or where there is none by whoever asks. */
import { endTable } from "../core/end/index.ts";
import { type Transient, type TransientSetup, transient } from "../core/hammer/index.ts";
import { analyseHold, type HoldAnswer, type HoldPlan, type HoldTest, planHold } from "../core/hold/index.ts";
import type { PlanFault } from "../core/judge/index.ts";
import { type FitOutcome, fitLines, type LineSetup, type SlackMargins } from "../core/line/index.ts";
import type { IncrementalTask } from "../core/numerics/index.ts";
import type { Part } from "../core/part/index.ts";
import type { PlanOutcome, PlanRequest } from "../core/plan/index.ts";
import { buildPlannerIndex, type PlannerIndex, planWithChoices, withWaysOut } from "../core/planner/index.ts";
import {
  type Job,
  type Schedule,
  type ScheduledConnection,
  scheduleOf,
  scheduleVisit,
  type TracedMoment,
  traceOf,
  type VisitSchedule,
} from "../core/schedule/index.ts";
import type { Standards } from "../core/standard/index.ts";
import type { StepTemplate } from "../core/step/index.ts";
import { type Demand, type Quantities, type Reach, reachOf } from "../core/stock/index.ts";
import type { Survey } from "../core/survey/index.ts";
import type { Tables } from "../core/tables.ts";
import type { ConnectionState } from "../core/visit/index.ts";
import { type ReadCatalogue, readCatalogue } from "../schema/catalogue-csv.ts";
import { type CalendarOutcome, readCalendar } from "./calendar.ts";
import { type ChosenAnswer, type ChosenQuestion, judgeChosen } from "./chosen-plan.ts";
import { timedEffort } from "./effort.ts";
import { type HoldReply, holdReply } from "./hold-request.ts";
import { type PdfRequest, writePdf } from "./pdf-sheet.ts";
import { type TimedPlan, timedPlan } from "./plan-minutes.ts";
import { type PlanOptions, planOptionsOf } from "./plan-options.ts";
import { type UnpackedVisit, unpackVisit, type VisitFileLimits } from "./unpack-visit.ts";
import { type ImportJudged, type ImportQuestion, judgeImport, visitInFile } from "./visit-import.ts";

/** Time the searches of one plan may take, ms: with everything around them, an answer within a second. */
const PLAN_MS = 550;
/** Time for trying what would make a plan possible where none is found, ms. */
const WAYS_OUT_MS = 500;
/** Time the fitting of one request's lengths may take, ms. */
const FIT_MS = 8000;
/** Time one transient may take, ms. */
const HAMMER_MS = 4000;
/** Time all plans of one request may take together, ms. */
const PLANS_MS = 3000;

/** The shop's own parts, told by the number of their last change; null: whoever runs the task knows them already. */
export interface CatalogueParts {
  readonly revision: string;
  readonly parts: readonly Part[] | null;
}

/** Tables and opened shops, kept by each worker. */
export class WorkerTables {
  readonly tables: Tables;
  #opened: { readonly revision: string; readonly plannerIndex: PlannerIndex } | null = null;

  constructor(tables: Tables) {
    this.tables = tables;
  }

  /** Null: the parts of this revision must be told first. */
  shop({ revision, parts }: CatalogueParts): PlannerIndex | null {
    if (this.#opened?.revision === revision) return this.#opened.plannerIndex;
    if (parts === null) return null;
    const plannerIndex = buildPlannerIndex({ ...this.tables, parts });
    this.#opened = { revision, plannerIndex };
    return plannerIndex;
  }
}

/** What stands for an answer when the worker does not know the shop's parts yet. */
export interface NeedsParts {
  readonly needsParts: true;
}

/** Time the reach of one request's demand may take, ms. */
const REACH_MS = 8000;

/** A job, as a visit would hold it, and the steps its plans are timed by. */
export interface TimedPlansQuestion {
  readonly request: PlanRequest;
  readonly survey: Survey;
  readonly steps: readonly StepTemplate[];
}

/** Plans, with what the judge found in ways that are not shown. */
export interface JudgedOutcome extends PlanOutcome {
  readonly faults?: readonly PlanFault[];
}

export interface TimedOutcome extends Omit<JudgedOutcome, "plans"> {
  readonly plans: readonly TimedPlan[];
}

export interface ReachQuestion {
  readonly demand: readonly Demand[];
  readonly stock: Quantities;
  readonly standards: Partial<Standards>;
}

/** Questions about the shop, and their answers. */
export interface ShopTasks {
  plan: { readonly ask: PlanRequest; readonly answer: JudgedOutcome };
  timedPlans: { readonly ask: TimedPlansQuestion; readonly answer: TimedOutcome };
  ways: { readonly ask: PlanRequest; readonly answer: PlanOptions };
  reach: { readonly ask: ReachQuestion; readonly answer: Reach };
  /** Chosen plans with the server's own figures, each held against what the planner gives now. */
  judgeChosen: { readonly ask: readonly ChosenQuestion[]; readonly answer: readonly ChosenAnswer[] };
}

type OfShop = {
  readonly [N in keyof ShopTasks]: {
    readonly input: { readonly catalogue: CatalogueParts; readonly ask: ShopTasks[N]["ask"] };
    readonly output: ShopTasks[N]["answer"] | NeedsParts;
  };
};

/** Every task with what is asked and what is answered. */
export interface TaskMap extends OfShop {
  holdReply: { readonly input: string; readonly output: HoldReply };
  holds: { readonly input: readonly HoldTest[]; readonly output: readonly HoldAnswer[] };
  planHold: {
    readonly input: { readonly plan: HoldPlan; readonly wantedMlPerMin: number };
    readonly output: ReturnType<typeof planHold>;
  };
  fit: {
    readonly input: {
      readonly bench: LineSetup;
      readonly lengthsIn: readonly number[];
      readonly margins: SlackMargins;
    };
    readonly output: FitOutcome | "too-heavy";
  };
  hammer: { readonly input: TransientSetup; readonly output: Transient | "too-heavy" };
  schedule: {
    readonly input: { readonly jobs: readonly Job[]; readonly hands: 1 | 2 };
    readonly output: Schedule;
  };
  scheduleOf: {
    readonly input: {
      readonly connections: readonly ConnectionState[];
      readonly steps: readonly StepTemplate[];
      readonly hands: 1 | 2;
    };
    readonly output: VisitSchedule;
  };
  trace: {
    readonly input: { readonly connections: readonly ScheduledConnection[]; readonly schedule: Schedule };
    readonly output: readonly TracedMoment[];
  };
  pdf: { readonly input: PdfRequest; readonly output: Uint8Array };
  readCatalogue: { readonly input: string; readonly output: ReadCatalogue };
  calendar: {
    readonly input: { readonly text: string; readonly until: string; readonly zone: string };
    readonly output: CalendarOutcome;
  };
  unpackVisit: {
    readonly input: { readonly file: Uint8Array; readonly limits: VisitFileLimits };
    readonly output: UnpackedVisit;
  };
  visitInFile: { readonly input: string; readonly output: ReturnType<typeof visitInFile> };
  judgeImport: { readonly input: ImportQuestion; readonly output: ImportJudged };
}

export type TaskName = keyof TaskMap;
export type TaskInput<N extends TaskName> = TaskMap[N]["input"];
export type TaskOutput<N extends TaskName> = TaskMap[N]["output"];
/** Most tasks answer at once; one that writes a file answers when the file is whole. */
type Answering<N extends TaskName> = TaskOutput<N> | Promise<TaskOutput<N>>;

type TaskTable = {
  readonly [N in TaskName]: (know: WorkerTables, input: TaskInput<N>) => Answering<N>;
};

function inShop<A, O>(work: (plannerIndex: PlannerIndex, ask: A) => O) {
  return (
    know: WorkerTables,
    { catalogue: parts, ask }: { readonly catalogue: CatalogueParts; readonly ask: A },
  ): O | NeedsParts => {
    const plannerIndex = know.shop(parts);
    return plannerIndex === null ? { needsParts: true } : work(plannerIndex, ask);
  };
}

/** Runs work to its end, or until the time is up. */
function withinTime<T>(work: IncrementalTask<T>, mostMs: number): T | "too-heavy" {
  const until = performance.now() + mostMs;
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    if (performance.now() > until) return "too-heavy";
  }
}

function plansOf(plannerIndex: PlannerIndex, planRequest: PlanRequest): JudgedOutcome {
  const outcome = planWithChoices(plannerIndex, planRequest, timedEffort(PLAN_MS));
  const { swapChoices: _, ...answer } = withWaysOut(
    plannerIndex,
    planRequest,
    outcome,
    timedEffort(WAYS_OUT_MS),
  );
  return answer;
}

const TASKS: TaskTable = {
  plan: inShop(plansOf),
  timedPlans: (know, { catalogue, ask: { request, survey, steps } }) => {
    const plannerIndex = know.shop(catalogue);
    if (plannerIndex === null) return { needsParts: true };
    const { plans, ...rest } = plansOf(plannerIndex, request);
    const tables = { ...know.tables, steps };
    return { ...rest, plans: plans.map((plan) => timedPlan(survey, request, plan, tables)) };
  },
  ways: inShop((plannerIndex, planRequest: PlanRequest) =>
    planOptionsOf(plannerIndex, planRequest, timedEffort(PLAN_MS), timedEffort(WAYS_OUT_MS)),
  ),
  judgeChosen: inShop((plannerIndex, questions: readonly ChosenQuestion[]) => {
    const whole = timedEffort(PLANS_MS);
    return questions.map((question) =>
      judgeChosen(plannerIndex, question, whole.used() >= 1 ? null : timedEffort(PLAN_MS)),
    );
  }),
  reach: (know, { catalogue, ask: { demand, stock, standards } }) => {
    const index = know.shop(catalogue);
    if (index === null) return { needsParts: true };
    return reachOf(demand, stock, { index, presets: know.tables.presets, standards }, timedEffort(REACH_MS));
  },
  holdReply: (_, text) => holdReply(text),
  holds: (_, tests) => tests.map(analyseHold),
  planHold: (_, { plan, wantedMlPerMin }) => planHold(plan, wantedMlPerMin),
  fit: (_, { bench, lengthsIn, margins }) => withinTime(fitLines(bench, lengthsIn, margins), FIT_MS),
  hammer: (_, setup) => withinTime(transient(setup), HAMMER_MS),
  schedule: (_, { jobs, hands }) => scheduleVisit(jobs, hands),
  scheduleOf: ({ tables }, { connections, steps, hands }) =>
    scheduleOf(connections, { ...tables, steps }, hands),
  trace: ({ tables }, { connections, schedule }) => traceOf(connections, tables, schedule),
  pdf: (_, request) => writePdf(request),
  readCatalogue: ({ tables }, text) => readCatalogue(text, endTable(tables.ends)),
  calendar: (_, { text, until, zone }) => readCalendar(text, until, zone),
  unpackVisit: (_, { file, limits }) => unpackVisit(file, limits),
  visitInFile: (_, text) => visitInFile(text),
  judgeImport: ({ tables }, question) => judgeImport(question, tables),
};

/** Runs a task in this thread. Errors: whatever the task throws. */
export function perform<N extends TaskName>(know: WorkerTables, name: N, input: TaskInput<N>): Answering<N> {
  return TASKS[name](know, input);
}
