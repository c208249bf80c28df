/** The run sheet and schedule of connections that a request describes. */
import { v5 as uuidFrom } from "uuid";
import { withKnownParts } from "../../compute/compute.ts";
import type { Plan, PlanRequest } from "../../core/plan/index.ts";
import {
  jobsOf,
  type Schedule,
  type TracedMoment,
  taskIdOf,
  type VisitJob,
} from "../../core/schedule/index.ts";
import { blockersOf, leavesOf } from "../../core/situation/index.ts";
import { codeOf, type RunStep, waitsWithNext } from "../../core/step/index.ts";
import { firstRepeated, foldVisit, type VisitEvent } from "../../core/visit/index.ts";
import type { ScheduleAnswer, ScheduleRequest } from "../../schema/schedule.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { shopParts } from "../shop/shop.ts";
import { pressuresAnswer } from "./pressures-answer.ts";
import { planRequested, surveyRequested, valvesOf, zoneOf } from "./requested-connection.ts";

const NAMESPACE = "6f1d8a52-7f0e-4f0a-9b43-2b7a5a8d9c10";

/** The best plan for a connection, and why there is none. */
async function planned(
  context: Context,
  planRequest: PlanRequest,
  signal?: AbortSignal,
): Promise<{ readonly plan: Plan | undefined; readonly reason: string }> {
  const { plans, refused } = await withKnownParts(await shopParts(context), (catalogue) =>
    context.compute.run("plan", { catalogue, ask: planRequest }, signal),
  );
  return { plan: plans[0], reason: refused[0]?.message ?? "none is found" };
}

/** How things stand after each step, as the contract writes pressures: what only weeps is possible. */
function traceAnswer(trace: readonly TracedMoment[]): NonNullable<ScheduleAnswer["situation"]> {
  return trace.map(({ afterStep, shut, pressure, owed }) => ({
    afterStep,
    shut: [...shut],
    pressure: pressuresAnswer(pressure),
    owed: owed.map((each) => ({ ...each })),
  }));
}

/** Every source feeds connections of the request. Errors: AppError invalid naming the source. */
function checkFeeds({ sources, connections }: ScheduleRequest): void {
  const known = new Set(connections.map(({ id }) => id));
  for (const [at, { feeds }] of (sources ?? []).entries()) {
    const stray = feeds.findIndex((id) => !known.has(id));
    if (stray >= 0)
      throw new AppError("invalid", `sources.${at}.feeds.${stray}: there is no such connection.`, [
        { path: `sources.${at}.feeds.${stray}`, message: "is the id of no connection of this request" },
      ]);
  }
}

/**
 * Returns a request's connections as the states a visit would have them in.
 * Errors: AppError invalid for ids that repeat, a source that feeds nothing here, or a fixture no plan is found for.
 */
export async function statesOf(context: Context, request: ScheduleRequest, signal?: AbortSignal) {
  const twice = firstRepeated(request.connections);
  if (twice >= 0)
    throw new AppError("invalid", `connections.${twice}.id: two connections have this id.`, [
      { path: `connections.${twice}.id`, message: "give each connection its own id" },
    ]);
  checkFeeds(request);
  const stamp = (name: string) => ({
    id: uuidFrom(name, NAMESPACE),
    actor: "request",
    typedAt: request.startAt,
  });
  const events: VisitEvent[] = [];
  for (const [at, asked] of request.connections.entries()) {
    const end = asked.supply?.end;
    if (end !== undefined && !context.plannerIndex.ends.has(end))
      throw new AppError("invalid", `connections.${at}.supply.end: there is no end ${end}.`, [
        { path: `connections.${at}.supply.end`, message: `there is no end ${end}` },
      ]);
    const survey = surveyRequested(context.tables, asked, request);
    const planRequest = planRequested(survey, asked);
    const { plan, reason } = asked.plan
      ? { plan: asked.plan, reason: "" }
      : await planned(context, planRequest, signal);
    if (plan === undefined)
      throw new AppError(
        "invalid",
        `connections.${at}.plan: give a plan, for none is found for this fixture. ${reason}`,
        [{ path: `connections.${at}.plan`, message: `give a plan, for none is found. ${reason}` }],
      );
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
  const requested = new Map(request.connections.map((each) => [each.id, each]));
  return foldVisit(events).connections.map((connection) => {
    const asked = requested.get(connection.id);
    if (asked === undefined) return connection;
    const zone = zoneOf(asked);
    return {
      ...connection,
      valves: valvesOf(asked).map(asSiteValve),
      ...(zone === undefined ? {} : { zone }),
    };
  });
}

const asSiteValve = (valve: ReturnType<typeof valvesOf>[number]) => ({ ...valve, place: "", provedAt: null });

/**
 * What each step of a job waits for: the one before it; bench work for the look, and the shutting for the bench work; the last step for
 * what is watched beside. Looks that wait together wait for
 * the same. A step that is dropped stands for its twin, which another job does.
 */
function orderOf(
  { tasks, steps }: VisitJob,
  isDropped: (id: string) => boolean,
  twinOf: (at: number) => string | null,
): ReadonlyMap<string, readonly string[]> {
  const after = new Map<string, readonly string[]>();
  const shutAt = tasks.findIndex(({ effect }) => effect === "shuts");
  const isBench = (at: number) => tasks[at]?.mayComeFirst === true && shutAt >= 0 && at > shutAt;
  const bench = tasks.filter(({ id }, at) => isBench(at) && !isDropped(id)).map(({ id }) => id);
  const look = shutAt < 0 ? undefined : tasks.slice(0, shutAt).findLast(({ id }) => !isDropped(id));
  for (const [at, id] of bench.entries())
    after.set(
      id,
      [bench[at - 1] ?? look?.id].flatMap((each) => each ?? []),
    );
  let before: readonly string[] = [];
  let beside: readonly string[] = [];
  let together: readonly string[] = [];
  let waitsForBench = bench.slice(-1);
  for (const [at, task] of tasks.entries()) {
    if (isBench(at)) continue;
    if (isDropped(task.id)) {
      before = [...new Set([...before, ...[twinOf(at)].flatMap((each) => each ?? [])])];
      continue;
    }
    const isAtShut = at >= shutAt && shutAt >= 0;
    after.set(task.id, [
      ...before,
      ...(isAtShut ? waitsForBench : []),
      ...(at === tasks.length - 1 ? beside : []),
    ]);
    if (isAtShut) waitsForBench = [];
    if (task.isBeside) beside = [...beside, task.id];
    else if (waitsWithNext(steps, at)) together = [...together, task.id];
    else {
      before = [...together, task.id];
      together = [];
    }
  }
  return after;
}

/** The zone that a step is done without: between its shutting and its opening; null: the water is on. */
function zoneOff({ tasks, zones, steps, isolations }: VisitJob, at: number): string | null {
  const task = tasks[at];
  if (task?.mayComeFirst) return null;
  const own = steps[at]?.connections.flatMap((id) => isolations.get(id)?.zone.name ?? []) ?? [];
  const isOff = (zone: string) => {
    const shut = tasks.findIndex((each) => each.effect === "shuts" && each.zone === zone);
    const open = tasks.findIndex((each, k) => k > shut && each.effect === "opens" && each.zone === zone);
    return shut >= 0 && at >= shut && at <= open;
  };
  return own.find(isOff) ?? zones.map(({ name }) => name).find(isOff) ?? null;
}

const rounded = (value: number) => Math.round(value * 10) / 10;

function stepAnswer(
  job: VisitJob,
  step: RunStep,
  at: number,
  after: ReadonlyMap<string, readonly string[]>,
): ScheduleAnswer["steps"][number] {
  const id = job.tasks[at]?.id ?? "";
  return {
    id,
    connection: step.connection,
    fixture: job.connections[0]?.survey.fixtureId ?? null,
    code: codeOf(step),
    joint: step.atJoint,
    text: step.text,
    handsOnMin: { ...step.handsOnMin },
    waitMin: step.waitMin,
    after: [...(after.get(id) ?? [])],
    waterOff: zoneOff(job, at),
    cautions: [...step.cautions],
    needs: blockersOf(job.steps, step).map((blocker) => ({
      step: taskIdOf(job.id, blocker.step),
      reason: blocker.why,
    })),
    leaves: [...leavesOf(step.role)],
  };
}

/** The steps of all jobs that are done, each shared shutting and opening once. */
function stepsAnswer(jobs: readonly VisitJob[], { shared }: Schedule): ScheduleAnswer["steps"] {
  const dropped = new Set(shared);
  const all = jobs.flatMap(({ tasks }) => tasks);
  return jobs.flatMap((job) => {
    const twinOf = (at: number) => {
      const task = job.tasks[at];
      const twin = all.find(
        ({ id, effect, zone }) => !dropped.has(id) && effect === task?.effect && zone === task?.zone,
      );
      return twin?.id ?? null;
    };
    const after = orderOf(job, (id) => dropped.has(id), twinOf);
    return job.steps.flatMap((step, at) =>
      dropped.has(job.tasks[at]?.id ?? "") ? [] : [stepAnswer(job, step, at, after)],
    );
  });
}

/**
 * Returns the steps of some connections with when each is done and when the water is off.
 * Errors: AppError invalid for ids that repeat or a fixture no plan is found for.
 */
export async function runSheetAnswer(
  context: Context,
  request: ScheduleRequest,
  signal?: AbortSignal,
): Promise<ScheduleAnswer> {
  const states = await statesOf(context, request, signal);
  const jobs = jobsOf(states, context.tables);
  const schedule = await context.compute.run(
    "schedule",
    {
      jobs: jobs.map(({ id, zones, sides, shutAlready, tasks }) => ({
        id,
        zones,
        sides,
        shutAlready,
        tasks,
      })),
      hands: request.hands ?? 1,
    },
    signal,
  );
  return {
    steps: stepsAnswer(jobs, schedule),
    schedule: schedule.tasks.map(({ task, startMin, endMin, hand }) => ({
      step: task,
      startMin: rounded(startMin),
      endMin: rounded(endMin),
      hand,
    })),
    waterOff: schedule.waterOff.map(({ zone, fromMin, toMin }) => ({
      zone,
      fromMin: rounded(fromMin),
      toMin: rounded(toMin),
    })),
    totalMin: rounded(schedule.totalMin),
    ...(request.trace === true
      ? {
          situation: traceAnswer(
            await context.compute.run("trace", { connections: states, schedule }, signal),
          ),
        }
      : {}),
    zones: jobs.flatMap(({ connections, isolations }) =>
      connections.flatMap(({ id }) => {
        const isolation = isolations.get(id);
        if (isolation === undefined) return [];
        const { zone, because } = isolation;
        return [{ connection: id, zone: zone.name, kind: zone.kind, because }];
      }),
    ),
  };
}
