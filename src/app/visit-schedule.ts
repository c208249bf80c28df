/** The schedule of a visit, for its time line, for the customer's notice and for requests from outside. */
import { v5 as uuidFrom } from "uuid";
import { planHookup } from "../core/hookup/index.ts";
import { scheduleVisit, type Zone } from "../core/schedule/index.ts";
import {
  foldVisit,
  type Isolation,
  isolationOf,
  jobsOf,
  nextValveUp,
  problemOf,
  type Survey,
  surveyFromPreset,
  type VisitEvent,
  type VisitJob,
} from "../core/visit/index.ts";
import type { ScheduleAnswer, ScheduleRequest } from "../schema/schedule.ts";
import type { Context } from "./context.ts";
import { Problem } from "./problem.ts";
import { currentShop } from "./shop.ts";

/** Words at the start of a zone's name that say how grave it is to shut it. */
const ZONE_WORDS = [
  ["house", /^(house|main|meter)/i],
  ["hot", /^(hot|heater)/i],
  ["branch", /^(branch|riser|floor|cold)/i],
] as const;

function zoneNamed(name: string): Zone {
  const found = ZONE_WORDS.find(([, words]) => words.test(name));
  return { name, kind: found?.[0] ?? "fixture" };
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

/** A request's connections as the states a visit would have them in. */
async function statesOf(context: Context, { connections, startAt }: ScheduleRequest) {
  const shop = await currentShop(context);
  const stamp = (name: string) => ({ id: uuidFrom(name, NAMESPACE), actor: "request", typedAt: startAt });
  const events = connections.flatMap((asked, at): VisitEvent[] => {
    const presets = context.tables.presets.filter(({ fixture }) => fixture === asked.fixture);
    const preset = presets.find(({ water }) => water === asked.water) ?? presets[0];
    if (preset === undefined) throw new RangeError(`no preset for ${asked.fixture}`);
    const survey: Survey = {
      ...surveyFromPreset(preset, ""),
      label: asked.id,
      water: asked.water,
      stop: { kind: "unknown", proof: asked.stop, method: null },
    };
    const problem = problemOf(survey, null);
    const plan = asked.plan ?? planHookup(shop, problem).plans[0];
    if (plan === undefined)
      throw new Problem("invalid", `connections.${at}.plan: no plan is known for this fixture; give one.`, [
        { path: `connections.${at}.plan`, message: "give a plan: none is known for this fixture" },
      ]);
    return [
      {
        ...stamp(`${asked.id} added`),
        kind: "connection-added",
        connection: asked.id,
        survey,
        checkpoints: [],
      },
      { ...stamp(`${asked.id} planned`), kind: "plan-chosen", connection: asked.id, plan, problem },
    ];
  });
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
 * Steps of some connections with when each is done and when the water is off.
 * Errors: Problem invalid for ids that repeat or a fixture no plan is known for.
 */
export async function runSheetAnswer(context: Context, request: ScheduleRequest): Promise<ScheduleAnswer> {
  const ids = request.connections.map(({ id }) => id);
  const twice = ids.findIndex((id, at) => ids.indexOf(id) !== at);
  if (twice >= 0)
    throw new Problem("invalid", `connections.${twice}.id: two connections have this id.`, [
      { path: `connections.${twice}.id`, message: "give each connection its own id" },
    ]);
  const states = await statesOf(context, request);
  const asked = new Map(request.connections.map((each) => [each.id, each]));
  const jobs = jobsOf(states, context.tables, (connection) => {
    const told = asked.get(connection.id);
    return told ? isolationAsked(told) : isolationOf(connection.survey);
  });
  const schedule = scheduleVisit(jobs, request.hands ?? 1);
  const left = new Set(schedule.shared);
  return {
    steps: jobs.flatMap((job) =>
      job.steps.flatMap((step, at) => {
        const task = job.tasks[at];
        if (task === undefined || left.has(task.id)) return [];
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
            after: [...afterOf(job, at)].filter((id) => !left.has(id)),
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
