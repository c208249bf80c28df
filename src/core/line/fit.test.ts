import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { bench as anyBench } from "../../../tests/oracles/arbitrary-line.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { tables } from "../../../tests/support/tables.ts";
import type { Vector } from "../geometry/index.ts";
import { dot, norm, subtract } from "../geometry/vector.ts";
import { runToEnd } from "../numerics/index.ts";
import { curveOf } from "./curve.ts";
import { fitLines } from "./fit.ts";
import { goodIntervals } from "./intervals.ts";
import { type LineSetup, setupFault, tipDistanceIn } from "./line-setup.ts";
import { RATINGS, rateLength } from "./rate.ts";
import { sensitivityOf } from "./sensitivity.ts";
import { clockDirection, elbowTurns, helpfulTurns, stopTurns, throughPart } from "./turns.ts";

/** A toilet's stop with its outlet up, its shank nine inches above and one to the right. */
const TOILET: LineSetup = {
  a: { at: [0, 0, 0], direction: [0, 1, 0] },
  b: { at: [1, 9, 0], direction: [0, -1, 0] },
  cuffIn: 0.75,
  minBendRadiusIn: 2.25,
  walls: [],
  freeBulgeIn: null,
};
const STOCK = [9, 12, 16, 20, 24, 30, 36];

describe("faultOf", () => {
  it("names the field and the reason of what is absurd", () => {
    const cases: readonly (readonly [Partial<LineSetup>, string, string])[] = [
      [{ b: { ...TOILET.b, at: [0, 0.1, 0] } }, "same-place", "b.at"],
      [{ b: { ...TOILET.b, at: [0, 2000, 0] } }, "too-far", "b.at"],
      [{ a: { ...TOILET.a, direction: [0, 0, 0] } }, "no-direction", "a.direction"],
      [{ b: { ...TOILET.b, direction: [0, 0, 0] } }, "no-direction", "b.direction"],
      [{ cuffIn: -1 }, "cuff", "cuffIn"],
      [{ minBendRadiusIn: 0 }, "radius", "minBendRadiusIn"],
      [{ walls: [{ point: [0, 0, 0], normal: [0, 0, 0] }] }, "no-direction", "walls"],
      [{ walls: [{ point: [0.5, 0, 0], normal: [1, 0, 0] }] }, "behind-wall", "a.at"],
      [{ walls: [{ point: [0, 0.5, 0], normal: [0, -1, 0] }] }, "cuff-in-wall", "a.direction"],
    ];
    for (const [change, reason, field] of cases) {
      const fault = setupFault({ ...TOILET, ...change });
      assert.equal(fault?.reason, reason);
      assert.equal(fault?.field, field);
    }
    assert.equal(setupFault(TOILET, [12, -3])?.reason, "length");
    assert.equal(setupFault(TOILET, [12, 36]), null);
  });
});

describe("rateLength", () => {
  it("rates what cannot reach short, what barely reaches taut, and what folds tight-bend", () => {
    assert.equal(rateLength(TOILET, 9).rating, "short");
    const straight: LineSetup = { ...TOILET, b: { at: [0, 9, 0], direction: [0, -1, 0] } };
    assert.equal(rateLength(straight, 9.2).rating, "taut");
    assert.equal(rateLength(TOILET, 12).rating, "tight-bend");
    assert.equal(rateLength(TOILET, 30).rating, "good");
    assert.equal(rateLength({ ...TOILET, freeBulgeIn: 4 }, 30).rating, "excess");
  });

  it("keeps the promise of the order: short, tight-bend, taut, excess, good", () => {
    assert.deepEqual([...RATINGS], ["short", "tight-bend", "taut", "excess", "good"]);
    const crooked: LineSetup = { ...TOILET, b: { at: [6, 6, 0], direction: [0, 1, 0] } };
    const { slackIn, rating } = rateLength(crooked, 2 * 0.75 + tipDistanceIn(crooked) + 0.1);
    assert.ok(slackIn < 0.25);
    assert.equal(rating, "tight-bend");
  });

  it("gives a half circle its radius, bulge and slack in inches", () => {
    const half: LineSetup = {
      ...TOILET,
      cuffIn: 0.5,
      a: { at: [0, 0, 0], direction: [0, 1, 0] },
      b: { at: [8, 0, 0], direction: [0, 1, 0] },
    };
    const curve = curveOf(half, 4 * Math.PI + 1);
    assert.ok(curve);
    assert.ok(Math.abs(curve.minRadiusIn - 4) < 1e-5);
    assert.ok(Math.abs(curve.bulgeIn - 4.5) < 2e-2);
    assert.ok(Math.abs(curve.slackIn - (4 * Math.PI - 8)) < 1e-9);
    assert.equal(curve.leavesPlane, false);
  });

  it("says where a curve between ends of one plane leaves it", () => {
    assert.equal(curveOf(TOILET, 16)?.leavesPlane, true);
  });

  it("never rates a longer line short", () => {
    fc.assert(
      fc.property(
        anyBench,
        fc.double({ min: 4, max: 40, noNaN: true }),
        fc.double({ min: 0.1, max: 8, noNaN: true }),
        (setup, lengthIn, more) => {
          const [one, other] = [rateLength(setup, lengthIn), rateLength(setup, lengthIn + more)];
          if (other.rating === "short") assert.equal(one.rating, "short");
        },
      ),
      { numRuns: setSize(20, 60) },
    );
  });

  it("scales: a bench twice as large has radii, bulge and slack twice as large", () => {
    const twice = ([x, y, z]: Vector): Vector => [2 * x, 2 * y, 2 * z];
    fc.assert(
      fc.property(anyBench, fc.double({ min: 12, max: 30, noNaN: true }), (setup, lengthIn) => {
        const one = curveOf(setup, lengthIn);
        const large = curveOf(
          {
            ...setup,
            cuffIn: 2 * setup.cuffIn,
            a: { ...setup.a, at: twice(setup.a.at) },
            b: { ...setup.b, at: twice(setup.b.at) },
          },
          2 * lengthIn,
        );
        assert.equal(one === null, large === null);
        if (!one || !large) return;
        for (const key of ["minRadiusIn", "bulgeIn", "slackIn"] as const)
          if (one[key] < 1000) assert.ok(Math.abs(large[key] / one[key] / 2 - 1) < 1e-3, key);
      }),
      { numRuns: setSize(15, 40) },
    );
  });
});

describe("goodIntervals", () => {
  it("finds the soft S just past the chord and the open loop, and nothing between", () => {
    const found = runToEnd(goodIntervals(TOILET, 36));
    assert.ok(found);
    assert.equal(found.length, 2);
    const [[from, to], [again, end]] = found as [[number, number], [number, null]];
    assert.ok(from > 9.05 && to < 10.2 && again > 20 && end === null, JSON.stringify(found));
  });

  it("agrees with looking at every sixteenth of an inch", () => {
    for (const setup of [
      TOILET,
      { ...TOILET, b: { at: [4, 8, 3] as const, direction: [0, -1, 0] as const } },
    ]) {
      const found = runToEnd(goodIntervals(setup, 32));
      assert.ok(found);
      const isIn = (lengthIn: number, by: number) =>
        found.some(([from, to]) => lengthIn >= from - by && (to === null || lengthIn <= to + by));
      for (let sixteenth = 9 * 16; sixteenth < 32 * 16; sixteenth += 3) {
        const lengthIn = sixteenth / 16;
        if (rateLength(setup, lengthIn).rating === "good")
          assert.ok(isIn(lengthIn, 1 / 32), `${lengthIn} is good`);
        else assert.ok(!isIn(lengthIn, -1 / 32), `${lengthIn} is not`);
      }
    }
  });

  it("tells how far it is at every step", () => {
    const shares = [...goodIntervals(TOILET, 20)];
    assert.ok(shares.length > 50);
    assert.ok(shares.every((share, k) => share >= 0 && share < 1 && share >= (shares[k - 1] ?? 0)));
    const whole = [...fitLines(TOILET, [12, 30])];
    assert.ok(whole.every((share, k) => share >= (whole[k - 1] ?? 0)));
  });
});

describe("fitLines", () => {
  it("takes the shortest good stock length", () => {
    const outcome = runToEnd(fitLines(TOILET, STOCK));
    assert.ok(outcome);
    assert.deepEqual(
      outcome.fits.map(({ lengthIn }) => lengthIn),
      STOCK,
    );
    const good = outcome.fits.filter(({ rating }) => rating === "good");
    assert.equal(outcome.best?.lengthIn, Math.min(...good.map(({ lengthIn }) => lengthIn)));
    assert.equal(outcome.shortestGoodIn, outcome.goodIntervalsIn[0]?.[0]);
  });

  it("calls a figure touchy where an eighth of an inch changes the bend", () => {
    const switching: LineSetup = { ...TOILET, b: { at: [0, 9, 0], direction: [0, -1, 0] } };
    const short = curveOf(switching, 9.3);
    const long = curveOf(TOILET, 36);
    assert.ok(short && long);
    assert.equal(sensitivityOf(switching, short).isSensitive, true);
    assert.equal(sensitivityOf(TOILET, long).isSensitive, false);
  });

  it("calls figures touchy along walls as it would from everywhere", () => {
    const walls = [
      { point: [0, 0, -1.5], normal: [0, 0, 1] },
      { point: [0, 0, 3], normal: [0, 0, -1] },
    ] as const;
    const setups = fc
      .sample(anyBench, { numRuns: setSize(16, 60), seed: 5 })
      .map((setup) => ({ ...setup, walls }))
      .filter((setup) => setupFault(setup) === null);
    let along = 0;
    for (const setup of setups) {
      const curve = curveOf(setup, 24);
      if (curve === null) continue;
      if (curve.alongWalls !== null) along += 1;
      assert.equal(
        sensitivityOf(setup, curve).isSensitive,
        sensitivityOf(setup, { ...curve, alongWalls: null }).isSensitive,
        JSON.stringify(setup.b),
      );
    }
    assert.ok(along > 8, `${along} lines press on a wall`);
  });
});

describe("what moves an end", () => {
  const partOf = (sku: string) => {
    const found = tables.parts.find((part) => part.sku === sku);
    assert.ok(found, sku);
    return found;
  };
  const portsOf = (sku: string) => {
    const [into, out] = partOf(sku).ports;
    assert.ok(into && out);
    return { into, out };
  };

  it("reads the clock as somebody in front of the fitting does", () => {
    const near = (one: Vector, other: Vector) => assert.ok(norm(subtract(one, other)) < 1e-9, `${one}`);
    near(clockDirection([0, 0, 1], 12), [0, 1, 0]);
    near(clockDirection([0, 0, 1], 3), [1, 0, 0]);
    near(clockDirection([0, 0, 1], 6), [0, -1, 0]);
    near(clockDirection([0, 0, 1], 9), [-1, 0, 0]);
    near(clockDirection([0, -1, 0], 12), [0, 0, 1]);
  });

  it("puts a straight part on an end by its own length, and an elbow round the corner", () => {
    const arrestor = tables.parts.find(({ kind, ports }) => kind === "coupling" && ports.length === 2);
    assert.ok(arrestor);
    const { into, out } = portsOf(arrestor.sku);
    const longer = throughPart(TOILET.a, into, out);
    assert.ok(norm(subtract(longer.direction, TOILET.a.direction)) < 1e-9);
    assert.ok(Math.abs(norm(subtract(longer.at, TOILET.a.at)) - norm(subtract(out.at, into.at))) < 1e-9);
    const elbow = portsOf("EL-M38C38");
    for (const hour of [12, 3, 7] as const) {
      const turnedEnd = throughPart(TOILET.b, elbow.into, elbow.out, hour);
      assert.ok(Math.abs(dot(turnedEnd.direction, TOILET.b.direction)) < 1e-9);
      assert.ok(dot(turnedEnd.direction, clockDirection(TOILET.b.direction, hour)) > 1 - 1e-9);
      assert.ok(Math.abs(norm(turnedEnd.direction) - 1) < 1e-9);
    }
  });

  it("finds the hours that help, and leaves out those that look into a wall", () => {
    const crossed: LineSetup = {
      ...TOILET,
      a: { at: [0, 0, 1], direction: [0, 0, 1] },
      b: { at: [3, 8, 3], direction: [0, -1, 0] },
      walls: [
        { point: [0, 0, 0], normal: [0, 0, 1] },
        { point: [0, 0.5, 0], normal: [0, 1, 0] },
      ],
    };
    const open: LineSetup = {
      ...crossed,
      a: { at: [0, 2, 1], direction: [0, 0, 1] },
      b: { ...crossed.b, at: [3, 10, 3] },
    };
    const found = runToEnd(helpfulTurns(open, stopTurns(open), STOCK));
    assert.ok(found.length > 2);
    assert.ok(found.every(({ best }) => best.rating === "good"));
    const radii = found.map(({ best }) => best.curve?.minRadiusIn ?? 0);
    assert.deepEqual(
      radii,
      [...radii].sort((a, b) => b - a),
    );
    const floor = { ...open, walls: [{ point: [0, 1.9, 0], normal: [0, 1, 0] }] as const };
    const shut = runToEnd(helpfulTurns(floor, stopTurns(open), [16]));
    assert.ok(shut.every(({ alternative }) => !alternative.label.includes(" 6 o'clock")));
    const elbows = runToEnd(helpfulTurns(open, elbowTurns(open, "b", portsOf("EL-M38C38")), [16, 20]));
    assert.ok(
      elbows.every(
        ({ alternative }) =>
          alternative.label.startsWith("elbow at the inlet") && alternative.turn?.which === "b",
      ),
    );
  });
});
