import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import type { Vector } from "../geometry/index.ts";
import { add, norm, scale, subtract, turned } from "../geometry/vector.ts";
import { bendRiser, gentlestAngle, type RiserJob } from "./riser.ts";
import { routeLength, toBuy } from "./route.ts";

const JOB: RiserJob = {
  riseIn: 12,
  asideIn: [2, 0],
  laid: "one-offset",
  angleDeg: 45,
  radiusIn: 0.9375,
  seatIn: [0.375, 0.375],
  straightIn: 1,
  stretchIn: 0,
};

function bent(job: RiserJob) {
  const outcome = bendRiser(job);
  assert.ok(outcome.ok, JSON.stringify(outcome));
  return outcome.value;
}

/** Walks a straight tube bent at its marks, and says where its far end comes to lie and which way it looks. */
function walk(job: RiserJob): { readonly at: Vector; readonly looks: Vector } {
  const { marks, arcIn } = bent(job);
  const firstRoll = Math.atan2(job.asideIn[1], job.asideIn[0]);
  let at: Vector = [0, 0, -job.seatIn[0]];
  let looks: Vector = [0, 0, 1];
  let side: Vector = [1, 0, 0];
  let done = 0;
  for (const mark of marks) {
    at = add(at, scale(looks, mark.fromEndIn - done));
    done = mark.fromEndIn;
    if (mark.what === "cut") break;
    const roll =
      (job.laid === "one-offset"
        ? firstRoll
        : job.asideIn[0] < 0
          ? Math.PI
          : job.asideIn[0] === 0
            ? job.asideIn[1] < 0
              ? -Math.PI / 2
              : Math.PI / 2
            : 0) +
      (mark.rollDeg * Math.PI) / 180;
    // The bend's own axis lies across the tube, turned with the roll.
    const toward = turned(side, looks, roll);
    const axis: Vector = [
      looks[1] * toward[2] - looks[2] * toward[1],
      looks[2] * toward[0] - looks[0] * toward[2],
      looks[0] * toward[1] - looks[1] * toward[0],
    ];
    const angle = (mark.angleDeg * Math.PI) / 180;
    const steps = 400;
    for (let step = 0; step < steps; step += 1) {
      const middle = turned(looks, axis, angle / steps / 2);
      at = add(at, scale(middle, arcIn / steps));
      looks = turned(looks, axis, angle / steps);
      side = turned(side, axis, angle / steps);
    }
    done += arcIn - job.stretchIn;
  }
  return { at: subtract(at, scale(looks, job.seatIn[1])), looks };
}

describe("bendRiser", () => {
  it("has the travel and advance of the tables", () => {
    for (const [angleDeg, travel, advance] of [
      [45, Math.SQRT2, 1],
      [30, 2, 1.7321],
      [60, 1.1547, 0.5774],
      [22.5, 2.6131, 2.4142],
    ] as const) {
      const { offsets } = bent({ ...JOB, asideIn: [3, 0], riseIn: 30, angleDeg });
      assert.ok(Math.abs((offsets[0]?.travelIn ?? 0) / 3 - travel) < 1e-4);
      assert.ok(Math.abs((offsets[0]?.advanceIn ?? 0) / 3 - advance) < 1e-4);
    }
  });

  it("works a job by hand: two 45s, two inches aside, twelve up", () => {
    const riser = bent(JOB);
    // tangent 0.9375 tan 22.5 = 0.38832; arc 0.9375 pi / 4 = 0.73631; between 2.82843 - 0.77663 = 2.05179.
    const [first, second, cut] = riser.marks;
    assert.ok(Math.abs((first?.fromEndIn ?? 0) - 1) < 1e-9);
    assert.ok(Math.abs((second?.fromEndIn ?? 0) - (1 + 0.73631 + 2.05179)) < 1e-4);
    // After the second bend: rise left 12 - 0.625 - 2 - 0.77663 = 8.59837.
    assert.ok(Math.abs((cut?.fromEndIn ?? 0) - (3.7881 + 0.73631 + 8.59837 + 0.375)) < 1e-4);
  });

  it("arrives at the far face and looks the way it set out, whatever the offsets", () => {
    const aside = fc.double({ min: -5, max: 5, noNaN: true }).filter((each) => Math.abs(each) > 1.2);
    let walked = 0;
    fc.assert(
      fc.property(
        aside,
        fc.oneof(aside, fc.constant(0)),
        fc.constantFrom("one-offset" as const, "two-offsets" as const),
        fc.constantFrom(22.5, 30, 45, 60, 90),
        (first, second, laid, angleDeg) => {
          const job = { ...JOB, riseIn: 40, asideIn: [first, second] as const, laid, angleDeg };
          if (!bendRiser(job).ok) return;
          walked += 1;
          const { at, looks } = walk(job);
          const wanted: Vector = [first, second, 40];
          assert.ok(norm(subtract(at, wanted)) < 1e-3, `${at} is not ${wanted}`);
          assert.ok(norm(subtract(looks, [0, 0, 1])) < 1e-6);
        },
      ),
      { numRuns: 80 },
    );
    assert.ok(walked > 40);
  });

  it("shortens marks and cut by the stretch of each bend", () => {
    const [plain, stretched] = [bent(JOB), bent({ ...JOB, stretchIn: 0.05 })];
    assert.ok(Math.abs(plain.cutIn - stretched.cutIn - 0.1) < 1e-9);
  });

  it("keeps bends off the last inch and says what is missing", () => {
    const { straightsIn, marks } = bent(JOB);
    assert.ok((straightsIn[0] ?? 0) + JOB.seatIn[0] >= JOB.straightIn - 1e-9);
    assert.ok((marks[0]?.fromEndIn ?? 0) >= JOB.straightIn);
    const low = bendRiser({ ...JOB, riseIn: 3 });
    assert.ok(!low.ok && low.fault.reason === "no-room" && low.fault.missingIn > 0);
    const near = bendRiser({ ...JOB, asideIn: [0.3, 0] });
    assert.ok(!near.ok && near.fault.reason === "bends-overlap");
    assert.ok(!bendRiser({ ...JOB, angleDeg: 120 }).ok);
    assert.ok(!bendRiser({ ...JOB, riseIn: Number.NaN }).ok);
  });

  it("leaves a straight riser straight, and finds the gentlest bend there is room for", () => {
    const straight = bent({ ...JOB, asideIn: [0, 0] });
    assert.deepEqual(
      straight.marks.map(({ what }) => what),
      ["cut"],
    );
    assert.equal(straight.cutIn, 12.75);
    const angle = gentlestAngle(JOB);
    assert.ok(angle !== null && bendRiser({ ...JOB, angleDeg: angle }).ok);
    assert.equal(gentlestAngle({ ...JOB, riseIn: 1.5 }), null);
  });
});

const LEG = { label: "leg", turnDeg: 90, radiusIn: 3 };

describe("routeLength", () => {
  it("adds legs and slack and takes off what the bends save", () => {
    const { runIn, savedIn, totalIn, faults } = routeLength({
      legs: [
        { ...LEG, runIn: 20 },
        { ...LEG, runIn: 36 },
        { ...LEG, runIn: 10 },
      ],
      holes: [],
      slackIn: 4,
      passIn: 0.5,
    });
    assert.equal(runIn, 66);
    // Two square bends: each saves 2 r - r pi / 2.
    assert.ok(Math.abs(savedIn - 2 * (6 - (3 * Math.PI) / 2)) < 1e-9);
    assert.ok(Math.abs(totalIn - (66 - savedIn + 4)) < 1e-9);
    assert.deepEqual(faults, []);
  });

  it("names legs too short for their bends, holes too small and edges too near", () => {
    const { faults } = routeLength({
      legs: [
        { ...LEG, runIn: 20 },
        { ...LEG, runIn: 4 },
        { ...LEG, runIn: 10 },
      ],
      holes: [
        { label: "floor", acrossIn: 0.5, edgeIn: 2 },
        { label: "side", acrossIn: 1, edgeIn: 0.25 },
      ],
      slackIn: 0,
      passIn: 0.6,
    });
    assert.deepEqual(
      faults.map(({ reason }) => reason),
      ["corner", "hole", "edge"],
    );
  });

  it("buys the shortest stock that reaches, or whole feet", () => {
    assert.deepEqual(toBuy(61, [60, 72, 96]), { stockIn: 72, feet: 6 });
    assert.deepEqual(toBuy(200, [60, 72, 96]), { stockIn: null, feet: 17 });
  });
});
