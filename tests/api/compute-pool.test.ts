/** The pool of workers: answers as in this thread, ends what nobody waits for, refuses what would wait too long. */
import assert from "node:assert/strict";
import { join } from "node:path";
import { after, describe, it } from "node:test";
import { ComputeRefusal, computeHere, computeInPool, withKnownParts } from "../../src/compute/compute.ts";
import type { TaskInput } from "../../src/compute/tasks.ts";
import { NEEDS } from "../../src/core/plan/index.ts";
import { jobsOf } from "../../src/core/schedule/index.ts";
import { planRequestOf } from "../../src/core/survey/index.ts";
import { foldVisit } from "../../src/core/visit/index.ts";
import { startedVisit, surveyOf } from "../support/story.ts";
import { tables } from "../support/tables.ts";

const here = computeHere(tables);
const pool = computeInPool(join(process.env["TEST_DIST"] ?? "", "server/compute-worker.mjs"));
after(() => pool.close());

const parts = { revision: "1", parts: tables.parts };
/** Long enough that nobody sees the end. */
const LONG: TaskInput<"fit"> = {
  bench: {
    a: { at: [0, 0, 0], direction: [0, 1, 0] },
    b: { at: [2, 9, 1], direction: [0, -1, 0] },
    cuffIn: 0.75,
    minBendRadiusIn: 2.25,
    walls: [
      { point: [-1, 0, 0], normal: [1, 0, 0] },
      { point: [4, 0, 0], normal: [-1, 0, 0] },
      { point: [0, 0, -1], normal: [0, 0, 1] },
      { point: [0, 0, 3], normal: [0, 0, -1] },
    ],
    freeBulgeIn: null,
  },
  lengthsIn: Array.from({ length: 40 }, (_, n) => 12 + n * 0.75),
  margins: { share: 0.02, lengthIn: 0.25 },
};

/** What goes between threads loses nothing: compared as what is sent to the asker. */
const asSent = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

describe("the pool", () => {
  it("plans as this thread does, told the shop's parts once", async () => {
    for (const preset of ["toilet", "dishwasher", "refrigerator"]) {
      const ask = planRequestOf(surveyOf(preset), new Map([["LB-C38B78-012", 1]]));
      const [far, near] = await Promise.all(
        [pool, here].map((compute) =>
          withKnownParts(parts, (catalogue) => compute.run("ways", { catalogue, ask })),
        ),
      );
      assert.deepEqual(asSent(far), asSent(near));
      assert.ok((far?.plans.length ?? 0) > 0);
    }
  });

  it("schedules, judges and reads as this thread does", async () => {
    const { connections } = foldVisit(startedVisit());
    const jobs = jobsOf(connections, tables).map(
      ({ connections: _, isolations: __, steps: ___, ...job }) => job,
    );
    const hold = JSON.stringify({
      section: { volumeMl: 120, hoseFt: 5, hoseType: "braided", material: "copper" },
      startPsi: 60,
      gauge: { resolutionPsi: 0.1, type: "digital" },
      samples: Array.from({ length: 60 }, (_, n) => ({ t: n * 10, psi: 60 - n * 0.01 })),
    });
    for (const compute of [pool, here]) {
      const schedule = await compute.run("schedule", { jobs, hands: 1 });
      assert.ok(schedule.totalMin > 0);
      const reply = await compute.run("holdReply", hold);
      assert.ok("json" in reply);
      assert.deepEqual(await compute.run("holdReply", "{"), {
        fault: { code: "not-json", message: "The body is not JSON.", fields: [] },
      });
    }
    assert.deepEqual(await pool.run("holdReply", hold), await here.run("holdReply", hold));
  });

  it("ends work whose asker has gone, and goes on", async () => {
    const asker = new AbortController();
    const asked = pool.run("fit", LONG, asker.signal);
    setImmediate(() => asker.abort());
    await assert.rejects(asked, (error) => error instanceof ComputeRefusal && error.reason === "gone");
    const { bench } = LONG;
    const short = await pool.run("fit", { ...LONG, bench: { ...bench, walls: [] }, lengthsIn: [24] });
    assert.ok(short !== "too-heavy" && short.fits.length === 1);
  });

  it("refuses at once what would have to wait behind too much", async () => {
    const asker = new AbortController();
    const outcomes = Array.from({ length: 40 }, () =>
      pool.run("fit", LONG, asker.signal).then(
        () => "answered",
        (error: unknown) => (error instanceof ComputeRefusal ? error.reason : "another fault"),
      ),
    );
    // Those that find the queue full are told before anything else happens.
    const first = await Promise.race(outcomes);
    assert.equal(first, "queue-full");
    asker.abort();
    const all = await Promise.all(outcomes);
    assert.deepEqual([...new Set(all)].toSorted(), ["gone", "queue-full"]);
  });

  it("bounds a plan by its effort, wherever it is worked out", async () => {
    const ask = { ...planRequestOf(surveyOf("toilet"), null), needs: NEEDS };
    const { complete, refused } = await withKnownParts(parts, (catalogue) =>
      pool.run("plan", { catalogue, ask }),
    );
    assert.equal(complete, false);
    assert.equal(refused[0]?.code, "bound-reached");
  });
});
