/**
 * Real visits, replayed by an oracle that knows nothing of the order of the library, of its rules or of the scheduler: water, power, flame, what
 * is shut and what is open. Beside it: joints in the plan's order, and words that cannot be meant.
 */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { type WalkedStep, walk } from "../../../tests/oracles/walk.ts";
import { plannedConnection, siteValve, stop } from "../../../tests/support/connection.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { tables } from "../../../tests/support/tables.ts";
import { VISITS } from "../../../tests/support/work-visits.ts";
import type { WaterSource } from "../source/index.ts";
import { codeOf, type RunStep } from "../step/index.ts";
import type { Survey } from "../survey/index.ts";
import type { ConnectionState } from "../visit/index.ts";
import { jobsOf, type VisitJob } from "./jobs.ts";
import { type Schedule, scheduleVisit } from "./schedule.ts";

interface Placed extends WalkedStep {
  readonly step: RunStep;
}

const EPS = 1e-6;

/** The steps of all jobs on the clock; what another job does for both is there once, for the connections of that one. */
function onTheClock(jobs: readonly VisitJob[], { tasks }: Schedule): readonly Placed[] {
  const at = new Map(tasks.map((each) => [each.task, each]));
  return jobs.flatMap((job) =>
    job.steps.flatMap((step, index): Placed[] => {
      const placed = at.get(job.tasks[index]?.id ?? "");
      if (placed === undefined) return [];
      return [
        {
          step,
          id: placed.task,
          code: codeOf(step),
          connections: step.connections,
          joint: step.joint,
          from: placed.startMin,
          to: placed.endMin,
          waitMin: step.waitMin,
          hand: placed.hand,
        },
      ];
    }),
  );
}

/** Joints are made in the plan's order, each prepared directly before, solder joints of one fitting before its one heat; the pipe side before water is let to it. */
function checkJoints(name: string, { id, plan }: ConnectionState, steps: readonly Placed[]): void {
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
    const fitting = plan.plan.joints.find(({ number }) => number === step.atJoint);
    const parts = (refs: readonly string[]) => refs.flatMap((ref) => /^p\d+/.exec(ref)?.[0] ?? []);
    const isSameHeat = ({ code: other, step: { joint } }: Placed) =>
      other === "make" &&
      joint?.type === "solder" &&
      fitting?.type === "solder" &&
      parts(joint.between).some((part) => parts(fitting.between).includes(part));
    const between = clock.filter(({ from }) => from >= to - EPS && from < making.from - EPS);
    for (const each of between)
      assert.ok(
        ["prepare", "start-both"].includes(each.code) || isSameHeat(each),
        `${name}: ${each.step.id} comes between preparing and making joint ${step.atJoint}`,
      );
  }
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
  }
}

function visitOf(connections: readonly ConnectionState[], hands: 1 | 2) {
  const jobs = jobsOf(connections, tables);
  const schedule = scheduleVisit(jobs, hands);
  const steps = onTheClock(jobs, schedule);
  return { schedule, steps, wrong: walk(connections, steps, hands) };
}

describe("the order of work, from the things themselves", () => {
  for (const [name, told] of Object.entries(VISITS))
    for (const hands of [1, 2] as const)
      it(`${name}, ${hands} pair${hands === 1 ? "" : "s"} of hands`, () => {
        const connections = told.map(([preset, change], at) => plannedConnection(`c${at}`, preset, change));
        const { steps, wrong } = visitOf(connections, hands);
        assert.deepEqual(wrong, []);
        for (const connection of connections) checkJoints(name, connection, steps);
        checkWords(name, steps, connections);
      });
});

const PROOFS = ["holds", "holds", "weeps", "not-proved", "dead", "seized"] as const;
const MAIN = siteValve("house main", "house");
const RISER = siteValve("riser B", "branch");
const VALVES = [[], [MAIN], [RISER, MAIN], [siteValve("riser B", "branch", "dead"), MAIN]] as const;
const SOURCES: readonly (readonly WaterSource[])[] = [
  [],
  [],
  [{ kind: "well" }],
  [{ kind: "recirculation" }, { kind: "well", valve: "valve by the tank" }],
];
/** What the work is to the fixture, as its survey says. */
const WORKS: Readonly<Record<string, Partial<Survey>>> = {
  stays: {},
  exchange: { inPlace: false },
  first: { replaces: "first-time", inPlace: false },
  "taken out": { replaces: "take-out" },
};
interface Shape {
  /** One preset a water of the fixture. */
  readonly presets: readonly string[];
  readonly proofs: readonly (typeof PROOFS)[number][];
  readonly isNew: boolean;
  readonly work: string;
}
const planned = new Map<string, ConnectionState>();
/** A connection of a random visit: planned once for each preset, proof and work. */
function connectionOf(
  preset: string,
  proof: (typeof PROOFS)[number],
  { isNew, work }: Shape,
): ConnectionState {
  const key = `${preset} ${proof} ${isNew} ${work}`;
  const known = planned.get(key);
  if (known !== undefined) return known;
  const supply = { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" } as const;
  const isRenewed = isNew && (proof === "dead" || proof === "seized") && work !== "taken out";
  const made = plannedConnection(key, preset, {
    ...stop(proof),
    ...(isRenewed ? { supply } : {}),
    ...WORKS[work],
  });
  planned.set(key, made);
  return made;
}

describe("random visits", () => {
  it("have nothing wrong in them: one to five fixtures of one or two waters, what comes, goes and stays, failing stops, named valves, one and two pairs of hands", () => {
    const fixtures = [
      ["toilet"],
      ["lavatory-hot", "lavatory-cold"],
      ["lavatory-cold"],
      ["refrigerator"],
      ["dishwasher"],
      ["washer-hot", "washer-cold"],
      ["kitchen-cold"],
    ];
    const told = fc.record({
      presets: fc.constantFrom(...fixtures),
      proofs: fc.array(fc.constantFrom(...PROOFS), { minLength: 2, maxLength: 2 }),
      isNew: fc.boolean(),
      work: fc.constantFrom("stays", "stays", ...Object.keys(WORKS)),
    });
    fc.assert(
      fc.property(
        fc.array(told, { minLength: 1, maxLength: 5 }),
        fc.constantFrom(...VALVES),
        fc.constantFrom(1 as const, 2 as const),
        fc.constantFrom(...SOURCES),
        (shapes, valves, hands, sources) => {
          const connections = shapes.flatMap((shape, at) =>
            shape.presets.map((preset, side): ConnectionState => {
              const own = connectionOf(preset, shape.proofs[side] ?? "holds", shape);
              const id = `c${at}-${side}`;
              const fed = sources.filter(
                ({ kind }) => kind !== "recirculation" || own.survey.water === "hot",
              );
              const survey = { ...own.survey, label: id, fixtureId: `fixture ${at}`, sources: fed };
              return { ...own, id, valves: [...valves], survey };
            }),
          );
          assert.deepEqual(visitOf(connections, hands).wrong, []);
        },
      ),
      { numRuns: setSize(150, 2500), seed: 20261201 },
    );
  });
});
