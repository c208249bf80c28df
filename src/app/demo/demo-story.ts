/** Tells the demo: each connection is walked through the real rules, step by step, as far as its progress says. */
import { v5 as uuidFrom } from "uuid";
import { billOf } from "../../core/bill/index.ts";
import { CUSTOMER_BY_LINK, targetsOf } from "../../core/check/index.ts";
import { type PlannerIndex, planHookup } from "../../core/planner/index.ts";
import { runSheet } from "../../core/step/index.ts";
import {
  type LineSpace,
  planRequestOf,
  SURVEY_FACTS,
  type Survey,
  surveyFromPreset,
} from "../../core/survey/index.ts";
import type { Tables } from "../../core/tables.ts";
import { parseLength, parseOffset } from "../../core/units/index.ts";
import { foldVisit, type VisitAct, type VisitEvent } from "../../core/visit/index.ts";
import type { Demo } from "../../schema/demo.ts";
import { pricedParts } from "../visit/bill.ts";
import { demoHold } from "./demo-hold.ts";

type DemoVisit = Demo["visits"][number];
type DemoConnection = DemoVisit["connections"][number];

/** Any fixed uuid: names made from it are the demo's own. */
const DEMO_NAMESPACE = "5d3f2e0a-7c41-4b0e-9d4c-6a1f0c9b7e21";
const MS_PER_MIN = 60_000;
/** After a day, the follow-up check of finished demo connections. */
const LOOK_BACK_AFTER_MIN = 25 * 60;
/** Seconds between the drips of the demo's weeping joint. */
const DEMO_DRIPS_SEC = [42, 39, 44, 41] as const;
/** Share of the wanted range a demo plumber turns to: a third of the way up. */
const TURNED_SHARE = 1 / 3;

/** Returns the id of a demo visit: the same for the same key in every database. */
export function demoVisitId(key: string): string {
  return uuidFrom(`visit ${key}`, DEMO_NAMESPACE);
}

function spaceOf(ends: NonNullable<DemoConnection["ends"]>): LineSpace {
  const typed = (text: string) => {
    const read = parseOffset(text);
    if (!read.ok) throw new Error(`data/demo.json: "${text}" is not a length`);
    return { typed: text, value: read.value.lengthIn };
  };
  return {
    inlet: { right: typed(ends.right), up: typed(ends.up), out: typed(ends.out) },
    supplyWay: ends.supplyLooks === "up" ? [0, 1, 0] : [0, 0, 1],
    inletWay: [0, -1, 0],
    walls: { back: typed("1 1/4"), floor: typed("6") },
    room: null,
  };
}

function surveyOf(told: DemoConnection, tables: Tables): Survey {
  const preset = tables.presets.find((each) => each.id === told.preset);
  if (!preset) throw new Error(`data/demo.json: no preset ${told.preset}`);
  const survey = surveyFromPreset(preset, told.place);
  const typed = (text: string | undefined, otherwise: Survey["length"]["min"]) => {
    if (text === undefined) return otherwise;
    const read = parseLength(text);
    if (!read.ok) throw new Error(`data/demo.json: "${text}" is not a length`);
    return { typed: text, value: read.value.lengthIn };
  };
  return {
    ...survey,
    supply: { ...survey.supply, ...told.supply },
    ...(told.line === undefined ? {} : { line: told.line }),
    ...(told.phase === undefined ? {} : { phase: told.phase }),
    ...(told.replaces === undefined ? {} : { replaces: told.replaces }),
    ...(told.inPlace === undefined ? {} : { inPlace: told.inPlace }),
    ...(told.upstream === undefined ? {} : { upstream: told.upstream }),
    ...(told.sharedWith === undefined ? {} : { sharedWith: told.sharedWith }),
    ...(told.fixture === undefined ? {} : { fixtureId: told.fixture }),
    ...(told.ends === undefined ? {} : { space: spaceOf(told.ends) }),
    stop: { ...survey.stop, proof: told.stop, method: told.method },
    length: { min: typed(told.min, survey.length.min), max: typed(told.max, survey.length.max) },
    staticPsi: told.psi === null ? null : { typed: told.psi, value: Number(told.psi) },
    needs: told.needs,
    notes: told.notes,
    // Of a connection that waits for its survey nothing has been looked at yet.
    confirmed: told.progress === "surveyed" && told.stop === "not-proved" ? [] : SURVEY_FACTS,
  };
}

/** Writes one visit's events; the clock moves on with each. */
class EventBuilder {
  readonly events: VisitEvent[] = [];
  #at: number;
  readonly #key: string;
  readonly #actor: string;

  constructor(key: string, actor: string, startMs: number) {
    this.#key = key;
    this.#actor = actor;
    this.#at = startMs;
  }

  add(act: VisitAct, minutes = 1, actor = this.#actor): void {
    this.#at += minutes * MS_PER_MIN;
    const id = uuidFrom(`event ${this.#key} ${this.events.length}`, DEMO_NAMESPACE);
    this.events.push({ id, actor, typedAt: new Date(this.#at).toISOString(), ...act });
  }

  connection(id: string) {
    const connection = foldVisit(this.events).connections.find((each) => each.id === id);
    if (!connection) throw new Error(`the demo has no connection ${id}`);
    return connection;
  }
}

function check(
  story: EventBuilder,
  tables: Tables,
  connection: string,
  code: string,
  weeping: string | null,
): void {
  const stage = tables.stages.find((each) => each.code === code);
  if (!stage) throw new Error(`no stage ${code}`);
  // Wiped before the standing look; each stage then stands its time before its first look, by the story's own clock.
  if (stage.code === "static") story.add({ kind: "joints-wiped", connection }, 0.5);
  let wait = stage.code === "first-fill" ? 0.5 : stage.watchMin;
  for (const target of targetsOf(story.connection(connection), stage)) {
    const result = target === weeping ? "weeping" : "dry";
    story.add(
      {
        kind: "target-checked",
        connection,
        target,
        stage: stage.code,
        result,
        method: stage.method,
        watchedMin: null,
        note: "",
        ...(result === "weeping" ? { intervalsSec: DEMO_DRIPS_SEC } : {}),
      },
      wait,
    );
    wait = 0.5;
    if (result === "weeping") return;
  }
}

/** Ticks the run sheet of a fixture in order until `isEnough`, looking joint by joint where the sheet says so. */
function work(
  story: EventBuilder,
  tables: Tables,
  fixture: readonly string[],
  isEnough: () => boolean,
  weepsAt: { stage: string; target: string } | null,
): void {
  for (const step of runSheet(
    fixture.map((id) => story.connection(id)),
    tables,
  )) {
    if (isEnough()) return;
    const [connection = ""] = step.connections;
    if (step.stage) {
      check(story, tables, connection, step.stage, weepsAt?.stage === step.stage ? weepsAt.target : null);
      continue;
    }
    const turns = step.joint?.turns ?? null;
    const turned = turns === null ? null : turns.min + (turns.max - turns.min) * TURNED_SHARE;
    story.add(
      {
        kind: "step-done",
        connection,
        step: step.id,
        role: step.role,
        joint: step.joint?.number ?? null,
        turns: turned,
        ...(step.connection === null ? { forFixture: true as const } : {}),
      },
      step.handsOnMin.likely,
    );
  }
}

interface ToldConnection {
  readonly id: string;
  readonly told: DemoConnection;
}

/** Adds a connection as it was surveyed, with its hookup where it has come that far. */
function describe(
  story: EventBuilder,
  { id, told }: ToldConnection,
  { tables, plannerIndex }: { tables: Tables; plannerIndex: PlannerIndex },
): void {
  const survey = surveyOf(told, tables);
  const preset = tables.presets.find((each) => each.id === told.preset);
  const checkpoints = tables.checkpoints.filter((each) => preset?.checkpoints.includes(each.id));
  const continues =
    told.continues === undefined
      ? {}
      : { continues: uuidFrom(`connection ${told.continues}`, DEMO_NAMESPACE) };
  story.add({ kind: "connection-added", connection: id, survey, checkpoints, ...continues });
  const { before: sound } = told.heard;
  if (sound !== undefined) story.add({ kind: "hammer-heard", connection: id, occasion: "as-found", sound });
  if (told.progress === "surveyed") return;
  const planRequest = planRequestOf(survey, null);
  const plan = planHookup(plannerIndex, planRequest).plans[0];
  if (!plan) throw new Error(`data/demo.json: no plan for ${told.preset}`);
  story.add({ kind: "plan-chosen", connection: id, plan, request: planRequest });
}

/** Works on a fixture as far as its first connection has come. */
function workOnFixture(story: EventBuilder, fixture: readonly ToldConnection[], tables: Tables): void {
  const [first] = fixture;
  const progress = first?.told.progress ?? "surveyed";
  if (first === undefined || progress === "surveyed" || progress === "planned") return;
  const joints = () => story.connection(first.id).joints;
  const enough = {
    half: () => joints().some((joint) => joint.madeAt !== null),
    weeping: () => story.connection(first.id).checks.some((each) => each.result === "weeping"),
    ready: () => false,
    signed: () => false,
    done: () => false,
    wet: () => false,
  }[progress];
  const last = String(Math.max(1, joints().length - 1));
  const weepsAt = progress === "weeping" ? { stage: "static", target: last } : null;
  const ids = fixture.map(({ id }) => id);
  work(story, tables, ids, enough, weepsAt);
  for (const { id, told } of fixture) {
    const { after: sound } = told.heard;
    if (sound !== undefined)
      story.add({ kind: "hammer-heard", connection: id, occasion: "after-run", sound });
    if (told.hold !== undefined)
      story.add(
        { kind: "hold-recorded", connection: id, hold: demoHold(story.connection(id), told.hold) },
        told.hold.minutes,
      );
    if (progress === "signed" || progress === "done" || progress === "wet") sign(story, tables, { id, told });
  }
}

/** Signs a connection; where it is done, the follow-up check was dry; where it is wet, the customer said so by the link. */
function sign(story: EventBuilder, tables: Tables, { id, told }: ToldConnection): void {
  story.add({
    kind: "connection-signed",
    connection: id,
    name: story.events[0]?.actor ?? "",
    lookBackBy: told.lookBackBy,
  });
  const stage = tables.stages.find((each) => each.code === "look-back");
  if (stage === undefined || (told.progress !== "done" && told.progress !== "wet")) return;
  const isWet = told.progress === "wet";
  story.add(
    {
      kind: "target-checked",
      connection: id,
      target: "connection",
      stage: "look-back",
      result: isWet ? "weeping" : "dry",
      method: isWet ? "tissue" : stage.method,
      watchedMin: null,
      note: isWet ? "answered by link" : "",
    },
    LOOK_BACK_AFTER_MIN,
    isWet ? CUSTOMER_BY_LINK : undefined,
  );
}

/** Returns all events of one demo visit, in order, as of `now`. Errors: Error naming what in data/demo.json cannot be. */
export function demoVisitEvents(
  demo: Demo,
  visit: DemoVisit,
  now: Date,
  tools: { tables: Tables; plannerIndex: PlannerIndex },
): readonly VisitEvent[] {
  const startMs = now.getTime() + visit.startsInMin * MS_PER_MIN;
  // Surveys of visits to come were written down the day before they were booked.
  const writtenMs = visit.startsInMin > 0 ? now.getTime() - 24 * 60 * MS_PER_MIN : startMs;
  const story = new EventBuilder(visit.key, demo.plumber, writtenMs);
  story.add(
    {
      kind: "visit-opened",
      site: demo.site,
      title: visit.title,
      startsAt: new Date(startMs).toISOString(),
      // Its pressure tests are simulated, so the visit is one for practice and says so.
      ...(visit.connections.some(({ hold }) => hold !== undefined) ? { training: true as const } : {}),
    },
    0,
  );
  for (const text of visit.notes) story.add({ kind: "visit-noted", text });
  for (const text of visit.told) story.add({ kind: "visit-noted", text, forCustomer: true });
  for (const valve of visit.valves)
    story.add({
      kind: "valve-noted",
      valve: {
        ...valve,
        provedAt: valve.proof === "not-proved" ? null : new Date(writtenMs).toISOString(),
      },
    });
  const told = visit.connections.map(
    (each, index): ToldConnection => ({
      id: uuidFrom(`connection ${visit.key} ${index}`, DEMO_NAMESPACE),
      told: each,
    }),
  );
  for (const first of told) {
    const { fixture } = first.told;
    const own = fixture === undefined ? [first] : told.filter((each) => each.told.fixture === fixture);
    if (own[0] !== first) continue;
    for (const each of own) describe(story, each, tools);
    workOnFixture(story, own, tools.tables);
  }
  for (const { stage, minutes } of visit.bills) {
    const parts = told.map(({ id }) => pricedParts(story.connection(id)));
    story.add({ kind: "bill-kept", bill: billOf(stage, { parts, minutes }, demo.rates) });
  }
  if (visit.cancelled !== undefined) story.add({ kind: "visit-cancelled", reason: visit.cancelled });
  return story.events;
}
