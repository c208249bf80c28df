/** The schedule of a visit, for its timeline, for the customer's notice and for requests from outside. */
import { v5 as uuidFrom } from "uuid";
import { withKnownParts } from "../../compute/compute.ts";
import type { Plan, PlanRequest } from "../../core/plan/index.ts";
import type { Zone } from "../../core/schedule/index.ts";
import {
  type Isolation,
  isolationOf,
  jobsOf,
  nextValveUp,
  type VisitJob,
} from "../../core/schedule/index.ts";
import { type Preset, planRequestOf, type Survey, surveyFromPreset } from "../../core/survey/index.ts";
import { firstRepeated, foldVisit, type VisitEvent } from "../../core/visit/index.ts";
import type { ScheduleAnswer, ScheduleRequest } from "../../schema/schedule.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { shopParts } from "../shop/shop.ts";

/** Words at the start of a zone's name that say how grave it is to shut it. */
const ZONE_WORDS = [
  ["house", /^(house|main|meter)/i],
  ["hot", /^(hot|heater)/i],
  ["branch", /^(branch|riser|floor|cold)/i],
] as const;

function zoneNamed(name: string): Zone {
  const zone = ZONE_WORDS.find(([, words]) => words.test(name));
  return { name, kind: zone?.[0] ?? "fixture" };
}

/** Where a request says the water is shut; a stop that fails widens a fixture's zone to the next valve up. */
function isolationAsked(asked: ScheduleRequest["connections"][number]): Isolation {
  const zone = zoneNamed(asked.zone);
  const fails = asked.stop === "dead" || asked.stop === "seized";
  if (zone.kind === "fixture" && fails)
    return { zone: nextValveUp(asked.water), because: "its stop fails: the next valve up is shut" };
  return { zone, because: "as asked" };
}

const NAMESPACE = "6f1d8a52-7f0e-4f0a-9b43-2b7a5a8d9c10";

/** What is usual at a fixture; where nothing is known of its own, what is usual at the one it is like. */
function presetFor(
  { presets, fixtures }: Context["tables"],
  asked: ScheduleRequest["connections"][number],
): Preset {
  const like = fixtures.find(({ fixture }) => fixture === asked.fixture)?.like ?? asked.fixture;
  const own = presets.filter(({ fixture }) => fixture === like);
  const preset = own.find(({ water }) => water === asked.water) ?? own[0];
  // The tables are checked for this when they are built.
  if (preset === undefined) throw new RangeError(`no preset for ${asked.fixture}`);
  return preset;
}

async function planned(
  context: Context,
  planRequest: PlanRequest,
  signal?: AbortSignal,
): Promise<Plan | undefined> {
  const { plans } = await withKnownParts(await shopParts(context), (catalogue) =>
    context.compute.run("plan", { catalogue, ask: planRequest }, signal),
  );
  return plans[0];
}

/** A request's connections as the states a visit would have them in. */
async function statesOf(context: Context, { connections, startAt }: ScheduleRequest, signal?: AbortSignal) {
  const stamp = (name: string) => ({ id: uuidFrom(name, NAMESPACE), actor: "request", typedAt: startAt });
  const events: VisitEvent[] = [];
  for (const [at, asked] of connections.entries()) {
    const survey: Survey = {
      ...surveyFromPreset(presetFor(context.tables, asked), ""),
      fixture: asked.fixture,
      label: asked.id,
      water: asked.water,
      stop: { kind: "unknown", proof: asked.stop, method: null },
    };
    const planRequest = planRequestOf(survey, null);
    const plan = asked.plan ?? (await planned(context, planRequest, signal));
    if (plan === undefined)
      throw new AppError("invalid", `connections.${at}.plan: no plan is known for this fixture; give one.`, [
        { path: `connections.${at}.plan`, message: "give a plan: none is known for this fixture" },
      ]);
    events.push(
      {
        ...stamp(`${asked.id} added`),
        kind: "connection-added",
        connection: asked.id,
        survey,
        checkpoints: [],
      },
      {
        ...stamp(`${asked.id} planned`),
        kind: "plan-chosen",
        connection: asked.id,
        plan,
        request: planRequest,
      },
    );
  }
  return foldVisit(events).connections;
}

/** What stands directly before a step in its job: the steps it waits for. */
function afterOf({ tasks }: VisitJob, at: number): readonly string[] {
  const task = tasks[at];
  if (task?.mayComeFirst) {
    const shut = tasks.findIndex(({ effect }) => effect === "shuts");
    const before = tasks[shut < 0 ? at - 1 : Math.min(shut, at) - 1];
    return before ? [before.id] : [];
  }
  const before = tasks
    .slice(0, at)
    .filter(({ mayComeFirst }) => !mayComeFirst)
    .at(-1);
  const bench =
    task?.effect === "shuts" ? tasks.filter(({ mayComeFirst }) => mayComeFirst).map(({ id }) => id) : [];
  return [...(before ? [before.id] : []), ...bench];
}

const whole = (value: number) => Math.round(value * 10) / 10;

/**
 * Returns the steps of some connections with when each is done and when the water is off.
 * Errors: AppError invalid for ids that repeat or a fixture no plan is known for.
 */
export async function runSheetAnswer(
  context: Context,
  request: ScheduleRequest,
  signal?: AbortSignal,
): Promise<ScheduleAnswer> {
  const twice = firstRepeated(request.connections);
  if (twice >= 0)
    throw new AppError("invalid", `connections.${twice}.id: two connections have this id.`, [
      { path: `connections.${twice}.id`, message: "give each connection its own id" },
    ]);
  const states = await statesOf(context, request, signal);
  const requested = new Map(request.connections.map((each) => [each.id, each]));
  const jobs = jobsOf(states, context.tables, (connection) => {
    const requestedConnection = requested.get(connection.id);
    return requestedConnection ? isolationAsked(requestedConnection) : isolationOf(connection.survey);
  });
  const schedule = await context.compute.run(
    "schedule",
    {
      jobs: jobs.map(({ connection: _, isolation: __, steps: ___, ...job }) => job),
      hands: request.hands ?? 1,
    },
    signal,
  );
  const sharedSteps = new Set(schedule.shared);
  return {
    steps: jobs.flatMap((job) =>
      job.steps.flatMap((step, at) => {
        const task = job.tasks[at];
        if (task === undefined || sharedSteps.has(task.id)) return [];
        const shut = job.tasks.findIndex(({ effect }) => effect === "shuts");
        const open = job.tasks.findIndex(({ effect }) => effect === "opens");
        const isOff = at >= shut && at <= open && shut >= 0 && !task.mayComeFirst;
        return [
          {
            id: task.id,
            connection: job.id,
            text: step.text,
            handsOnMin: { ...step.handsOnMin },
            waitMin: step.waitMin,
            after: [...afterOf(job, at)].filter((id) => !sharedSteps.has(id)),
            waterOff: isOff ? job.zone.name : null,
            cautions: [...step.cautions],
          },
        ];
      }),
    ),
    schedule: schedule.tasks.map(({ task, startMin, endMin }) => ({
      step: task,
      startMin: whole(startMin),
      endMin: whole(endMin),
    })),
    waterOff: schedule.waterOff.map(({ zone, fromMin, toMin }) => ({
      zone,
      fromMin: whole(fromMin),
      toMin: whole(toMin),
    })),
    totalMin: whole(schedule.totalMin),
    leastTotalMin: whole(schedule.leastTotalMin),
    proved: schedule.isProved,
    zones: jobs.map((job) => ({
      connection: job.id,
      zone: job.zone.name,
      kind: job.zone.kind,
      because: job.isolation.because,
    })),
  };
}
