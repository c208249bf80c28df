/** A short visit to test with: one toilet, its plan, and acts on it with counted times and ids. */
import type { HoldRecord } from "../../src/core/hold/index.ts";
import { planHookup } from "../../src/core/planner/index.ts";
import { LEFT_CODES } from "../../src/core/situation/index.ts";
import { type RunStep, runSheet } from "../../src/core/step/index.ts";
import { planRequestOf, SURVEY_FACTS, type Survey, surveyFromPreset } from "../../src/core/survey/index.ts";
import { foldVisit, type VisitAct, type VisitEvent } from "../../src/core/visit/index.ts";
import { plannerIndex, tables } from "./tables.ts";

export const CONNECTION = "00000000-0000-4000-8000-00000000c0c0";
/** A site in a zone with daylight-saving time. */
export const SITE = { name: "Gullwing Hall", address: "3 Slipway Road", zone: "America/Halifax" };
const FIRST_MS = Date.UTC(2026, 2, 8, 5, 0);

export function idOf(number: number): string {
  return `00000000-0000-4000-8000-${number.toString(16).padStart(12, "0")}`;
}

/** A reason for everything that a signature may be asked about, where a test is about something else. */
export const LEFT = LEFT_CODES.map((code) => ({ code, reason: "not part of this test" }));

let counted = 0;

/** The act as an event, one minute after the last one made here. */
export function event<A extends VisitAct>(act: A, id = idOf(++counted)): VisitEvent {
  const minutes = Number.parseInt(id.slice(-12), 16) % 1000;
  return { id, actor: "Tester", typedAt: new Date(FIRST_MS + minutes * 60_000).toISOString(), ...act };
}

export function surveyOf(preset: string, change: Partial<Survey> = {}): Survey {
  const found = tables.presets.find((each) => each.id === preset);
  if (!found) throw new Error(`no preset ${preset}`);
  return { ...surveyFromPreset(found, "test room"), confirmed: SURVEY_FACTS, ...change };
}

/** Events of a visit with one connection, surveyed and, unless told otherwise, planned. */
export function startedVisit(
  preset = "toilet",
  {
    planned = true,
    connection = CONNECTION,
    change = {},
  }: { readonly planned?: boolean; readonly connection?: string; readonly change?: Partial<Survey> } = {},
): readonly VisitEvent[] {
  const survey = surveyOf(preset, change);
  const known = tables.presets.find((each) => each.id === preset);
  const checkpoints = tables.checkpoints.filter((each) => known?.checkpoints.includes(each.id));
  const events = [
    event({ kind: "visit-opened", site: SITE, title: "Test visit", startsAt: "2026-03-08T05:00:00.000Z" }),
    event({ kind: "connection-added", connection, survey, checkpoints }),
  ];
  if (!planned) return events;
  const request = planRequestOf(survey, null);
  const plan = planHookup(plannerIndex, request).plans[0];
  if (!plan) throw new Error(`no plan for ${preset}`);
  return [...events, event({ kind: "plan-chosen", connection, plan, request })];
}

/** A signature on the connection of a story. */
export const signature = (
  change: Partial<Extract<VisitAct, { kind: "connection-signed" }>> = {},
): VisitEvent =>
  event({
    kind: "connection-signed",
    connection: CONNECTION,
    name: "Ines Varga",
    lookBackBy: "plumber",
    left: LEFT,
    ...change,
  });

function connectionIn(events: readonly VisitEvent[]) {
  const found = foldVisit(events).connections[0];
  if (!found) throw new Error("the visit has no connection");
  return found;
}

/** A step of a connection's own sheet ticked, a turned joint by the least it asks for. */
export const stepTick = (connection: string, { id, role, joint }: RunStep): VisitEvent =>
  event({
    kind: "step-done",
    connection,
    step: id,
    role,
    joint: joint?.number ?? null,
    turns: joint?.turns?.min ?? null,
  });

/** The run sheet ticked from the top up to and including the step named; stages of the check are left out. */
export function tickedTo(events: readonly VisitEvent[], last: string): readonly VisitEvent[] {
  const steps = runSheet([connectionIn(events)], tables).filter(
    (step) => step.stage === null && !step.isDone,
  );
  const until = steps.findIndex((step) => step.id === last);
  if (until < 0) throw new Error(`no open step ${last}`);
  const { id: connection } = connectionIn(events);
  return [...events, ...steps.slice(0, until + 1).map((step) => stepTick(connection, step))];
}

/** A look at a target, long enough for its stage. */
export function look(
  target: string,
  stage: (typeof tables.stages)[number]["code"],
  result: "dry" | "weeping" = "dry",
  change: { watchedMin?: number | null } = {},
): VisitEvent {
  const found = tables.stages.find((each) => each.code === stage);
  return event({
    kind: "target-checked",
    connection: CONNECTION,
    target,
    stage,
    result,
    method: found?.method ?? "look",
    watchedMin: found?.watchMin ?? 1,
    note: "",
    ...change,
  });
}

/** Every look a toilet's two joints and checkpoints need before signing, all dry, with the run and the putting back between. */
export function allDry(events: readonly VisitEvent[]): readonly VisitEvent[] {
  const both = (stage: Parameters<typeof look>[1]) => [look("2", stage), look("1", stage)];
  const standing = [...tickedTo(events, "water-in"), ...both("first-fill"), ...both("static")];
  const ran = [
    ...tickedTo(standing, "exercise"),
    ...both("after-run"),
    look("A", "drain"),
    look("B", "drain"),
  ];
  return [...tickedTo(ran, "place-back"), look("connection", "in-place")];
}

/** A pressure test whose readings fall by 15 psi in 15 minutes. */
export const LEAKING_HOLD: HoldRecord = {
  source: "typed",
  test: {
    section: { volumeMl: 100, hoseFt: 1, hoseType: "braided", material: "copper" },
    startPsi: 60,
    supplyPsi: null,
    heldSec: 60,
    ambientF: 70,
    stopChecked: true,
    gauge: { resolutionPsi: 0.1, type: "digital" },
    drawOff: null,
    samples: [0, 300, 600, 900].map((t) => ({ t, psi: 60 - t / 60 })),
  },
  verdict: "leak",
  bestMlPerMin: 0.02,
  lowMlPerMin: 0.01,
  highMlPerMin: 0.1,
  smallestMlPerMin: 0.008,
  suspected: [],
};
