/**
 * Real visits, each checked against what cannot be otherwise: water, power, flame, rubber, what is shut and what is open. The checks read
 * the plans and the clock of the schedule; they know nothing of the order of the library, of its rules or of the scheduler.
 */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannedConnection } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import { VISITS } from "../../../tests/support/work-visits.ts";
import { codeOf, type RunStep } from "../step/index.ts";
import type { ConnectionState } from "../visit/index.ts";
import { jobsOf, type VisitJob } from "./jobs.ts";
import { type Schedule, scheduleVisit } from "./schedule.ts";

interface Placed {
  readonly step: RunStep;
  readonly code: string;
  readonly from: number;
  readonly to: number;
}

/** The steps of a job on the clock; a step that another job does for both stands where that one does it. */
function onTheClock(job: VisitJob, jobs: readonly VisitJob[], { tasks }: Schedule): readonly Placed[] {
  const at = new Map(tasks.map(({ task, startMin, endMin }) => [task, [startMin, endMin] as const]));
  return job.steps.map((step, index) => {
    const task = job.tasks[index];
    assert.ok(task);
    const twin = jobs
      .flatMap((each) => each.tasks)
      .find(
        (each) =>
          at.has(each.id) && each.effect === task.effect && each.zone === task.zone && task.effect !== null,
      );
    const [from, to] = at.get(task.id) ?? at.get(twin?.id ?? "") ?? [Number.NaN, Number.NaN];
    assert.ok(!Number.isNaN(from), `${task.id} is not on the clock`);
    return { step, code: codeOf(step), from, to };
  });
}

const RUBBER: readonly string[] = [
  "cone-gasket",
  "flat-gasket",
  "hose-thread",
  "push-fit",
  "quick-connect",
  "riser-cone",
  "slip-joint",
];
const OPENED: readonly string[] = ["take-off", "loosen-kept", "pull-stop", "cut-pipe", "open-stub"];
const ONCE: readonly string[] = [
  "look-ends",
  "roll-out",
  "power-off",
  "pull-plug",
  "release-pressure",
  "take-off",
  "mark-sides",
  "plug-in",
  "power-on",
  "purge",
  "exercise",
  "place-back",
  "hand-over",
];
const EPS = 1e-6;

/** Everything that cannot be otherwise at one fixture. */
function checkFixture(
  name: string,
  steps: readonly Placed[],
  connections: readonly ConnectionState[],
  schedule: Schedule,
): void {
  const of = (...codes: readonly string[]) => steps.filter(({ code }) => codes.includes(code));
  const before = (first: readonly Placed[], then: readonly Placed[], why: string) => {
    for (const one of first)
      for (const other of then)
        assert.ok(
          one.to <= other.from + EPS,
          `${name}: ${one.code} ${one.step.id} must end before ${other.code} ${other.step.id}: ${why}`,
        );
  };
  const shut = of("close-stop", "close-upstream");
  const proofs = of("prove");
  const made = of("make");
  const inPlace = made.filter(({ step }) => step.joint?.where === "place");
  const opened = steps.filter(({ code }) => OPENED.includes(code));
  assert.ok(shut.length > 0 && proofs.length >= connections.length, `${name}: every side is shut and proved`);
  before(shut, proofs, "all sides are shut before one is proved");
  before(proofs, [...opened, ...inPlace], "nothing is opened or made before the proof");
  before(of("power-off", "pull-plug"), [...opened, ...inPlace], "no power where water may come");
  before(of("release-pressure"), opened, "pressure is off before a nut is opened");
  before(of("power-off"), of("roll-out"), "a hard-wired appliance is dead before it moves");
  before(opened, of("open-upstream", "water-in"), "water comes last");
  before(made, of("water-in"), "every joint of the fixture is made first");
  before(
    of("water-in"),
    of("first-look", "stand-look", "purge", "exercise", "place-back"),
    "nothing runs dry",
  );
  before(of("first-look"), of("power-on", "plug-in"), "power goes on over dry joints");
  before(
    steps.filter(({ code }) => code !== "hand-over"),
    of("hand-over"),
    "handing over is last",
  );
  before(of("heater-safe"), of("close-upstream"), "no heater is fired dry");
  before(of("water-in"), of("heater-back"), "a heater is full before it is lit");
  for (const code of ONCE)
    assert.ok(of(code).length <= 1, `${name}: ${code} is done ${of(code).length} times`);
  checkWater(name, steps, schedule);
  for (const connection of connections) checkJoints(name, connection, steps);
  checkHeat(name, steps);
  checkWords(name, steps, connections);
}

/** No in-place joint is worked on with water on it. */
function checkWater(name: string, steps: readonly Placed[], { waterOff }: Schedule): void {
  const first = Math.min(...steps.filter(({ code }) => code.startsWith("close-")).map(({ from }) => from));
  const last = Math.max(
    ...steps.filter(({ code }) => code === "open-upstream" || code === "water-in").map(({ to }) => to),
  );
  for (const { step, from, to } of steps.filter(({ step: { joint } }) => joint?.where === "place")) {
    assert.ok(from >= first && to <= last, `${name}: ${step.id} outside the shut time`);
    const isFlushedFirst = steps.some(({ code, to: at }) => code === "flush-branch" && at <= from + EPS);
    assert.ok(
      isFlushedFirst || waterOff.some(({ fromMin, toMin }) => fromMin <= from + EPS && toMin >= to - EPS),
      `${name}: ${step.id} is made with the water on`,
    );
  }
}

/** Joints are made in the plan's order, each prepared directly before; the pipe side before water is let to it. */
function checkJoints(name: string, { id, plan, survey }: ConnectionState, steps: readonly Placed[]): void {
  assert.ok(plan);
  const own = steps.filter(({ step }) => step.connection === null || step.connection === id);
  const making = own.filter(({ code }) => code === "make").toSorted((a, b) => a.from - b.from);
  const order = plan.plan.makeUpOrder ?? [];
  const inOrder = (where: "bench" | "place") => ({
    planned: order.filter((number) =>
      plan.plan.joints.some((joint) => joint.number === number && joint.where === where),
    ),
    done: making.filter(({ step }) => step.joint?.where === where).map(({ step }) => step.joint?.number),
  });
  for (const where of ["bench", "place"] as const) {
    const { planned, done } = inOrder(where);
    assert.deepEqual(done, planned, `${name}: joints in the order of the plan, ${where}`);
  }
  const clock = own.toSorted((a, b) => a.from - b.from || a.to - b.to);
  for (const { step, to, code } of own.filter((each) => each.code === "prepare")) {
    const making = own.find((each) => each.code === "make" && each.step.atJoint === step.atJoint);
    assert.ok(making && to <= making.from + EPS, `${name}: ${code} ${step.id} before its joint`);
    const between = clock.filter(({ from }) => from >= to - EPS && from < making.from - EPS);
    for (const each of between)
      assert.ok(
        ["prepare", "start-both"].includes(each.code),
        `${name}: ${each.step.id} comes between preparing and making joint ${step.atJoint}`,
      );
  }
  const up = own.filter(({ code }) => code === "open-upstream");
  const stopAt = plan.plan.parts.findIndex(({ kind }) => kind === "stop");
  // Behind a stop that is there and holds nothing is under pressure yet.
  const isShutBelow =
    stopAt < 0 && survey.supply.kind === "stop-outlet" && !["dead", "seized"].includes(survey.stop.proof);
  const pipeSide = plan.plan.joints.filter(
    ({ between }) =>
      !isShutBelow && (stopAt < 0 || between[1].startsWith(`p${stopAt}.`) || between.includes("supply")),
  );
  for (const { from } of up)
    for (const { step, to } of making.filter(({ step: { joint } }) =>
      pipeSide.some(({ number }) => number === joint?.number),
    ))
      assert.ok(to <= from + EPS, `${name}: ${step.id} is on the pipe side and is made after the water`);
}

/** No rubber meets a flame: soft joints in place come after the last flame and its cooling, and the spot is watched. */
function checkHeat(name: string, steps: readonly Placed[]): void {
  const flames = steps.filter(({ step }) => step.joint?.type === "solder");
  if (flames.length === 0) return;
  const cooled = steps.filter(({ code }) => code === "cool");
  const watch = steps.find(({ code }) => code === "fire-watch");
  assert.ok(cooled.length > 0 && watch && watch.step.waitMin >= 30, `${name}: a flame is cooled and watched`);
  const lastFlame = Math.max(...flames.map(({ to }) => to));
  const cool = Math.max(...cooled.map(({ to, step }) => to + step.waitMin));
  for (const { step, from } of steps.filter(
    ({ step: { joint } }) => joint?.where === "place" && RUBBER.includes(joint.type),
  ))
    assert.ok(from >= cool - EPS && cool >= lastFlame, `${name}: ${step.id} meets the flame`);
  const handOver = steps.find(({ code }) => code === "hand-over");
  assert.ok(
    handOver && handOver.from >= watch.to + watch.step.waitMin - EPS,
    `${name}: somebody leaves during the fire watch`,
  );
}

/** Nothing tells anybody to crack a stop that is dead, to run what is gone, or to take off what never was. */
function checkWords(name: string, steps: readonly Placed[], connections: readonly ConnectionState[]): void {
  for (const { id, survey, plan } of connections) {
    const own = steps.filter(({ step }) => step.connections.includes(id));
    const text = own.map(({ step }) => step.text).join(" ");
    const fails = survey.stop.proof === "dead" || survey.stop.proof === "seized";
    const hasNew = plan?.plan.parts.some(
      ({ kind, contents }) => kind === "stop" || contents.includes("stop"),
    );
    if (fails && hasNew !== true) assert.doesNotMatch(text, /[Cc]rack the stop/, name);
    const has = (code: string) => own.some((each) => each.code === code);
    assert.equal(has("take-off"), survey.replaces !== "first-time", `${name}: take-off`);
    const isCapped = survey.replaces === "take-out" || survey.phase === "rough-in";
    assert.equal(has("exercise"), !isCapped, `${name}: exercise`);
    assert.equal(has("cap-and-hold"), isCapped, `${name}: cap-and-hold`);
    if (fails) assert.ok(has("close-upstream") && has("open-upstream"), `${name}: what was shut is opened`);
  }
}

describe("the order of work, from the things themselves", () => {
  for (const [name, told] of Object.entries(VISITS))
    for (const hands of [1, 2] as const)
      it(`${name}, ${hands} pair${hands === 1 ? "" : "s"} of hands`, () => {
        const connections = told.map(([preset, change], at) => plannedConnection(`c${at}`, preset, change));
        const jobs = jobsOf(connections, tables);
        const schedule = scheduleVisit(jobs, hands);
        for (const job of jobs)
          checkFixture(
            name,
            onTheClock(job, jobs, schedule),
            connections.filter(({ id }) => job.connections.some((each) => each.id === id)),
            schedule,
          );
      });
});
