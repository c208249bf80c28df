import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { clamp as anyClamp } from "../../../tests/oracles/arbitrary-line.ts";
import { buckled } from "../../../tests/support/elastica.ts";
import { setSize } from "../../../tests/support/set-size.ts";
import { add, cross, dot, norm, scale, subtract, turned, unit, type Vector } from "../geometry/vector.ts";
import { relax, resample } from "./chain.ts";
import type { ChainState, Clamp, HalfSpace } from "./chain-state.ts";
import { type ScaledCurve, solveScaled } from "./solve.ts";
import { startsFor } from "./starts.ts";

function solved(clamp: Clamp): ScaledCurve {
  const found = solveScaled(clamp);
  assert.ok(found?.converged, JSON.stringify(clamp));
  return found;
}

function isNear(got: number, wanted: number, share: number, what = ""): void {
  assert.ok(Math.abs(got / wanted - 1) < share, `${what} ${got} is not ${wanted} within ${share}`);
}

/** Largest angle between neighbours over the length of a piece. */
function worstOf({ tangents }: ChainState): number {
  const count = tangents.length / 3;
  const at = (piece: number): Vector => [
    tangents[3 * piece] ?? 0,
    tangents[3 * piece + 1] ?? 0,
    tangents[3 * piece + 2] ?? 0,
  ];
  return Math.max(
    ...Array.from(
      { length: count - 1 },
      (_, piece) => 2 * Math.asin(norm(subtract(at(piece + 1), at(piece))) / 2) * count,
    ),
  );
}

/** Unit tangents along a row of places. */
const piecesOf = (places: readonly Vector[]): readonly number[] =>
  places.slice(1).flatMap((place, k): readonly number[] => unit(subtract(place, places[k] ?? place)));

const piecesLengths = (places: readonly Vector[]): readonly number[] =>
  places.slice(1).map((place, k) => norm(subtract(place, places[k] ?? place)));

/** Within a thousandth of the radius: what the issue asks; the closed forms below are met far closer. */
const RADIUS = 1e-3;

describe("the curve against closed forms", () => {
  it("bends into a half circle", () => {
    const half = solved({ span: [2 / Math.PI, 0, 0], from: [0, 1, 0], to: [0, -1, 0] });
    isNear(half.curvature, Math.PI, 1e-6);
    isNear(half.energy, Math.PI ** 2 / 2, 1e-6);
    for (const place of half.places)
      isNear(norm(subtract(place, [1 / Math.PI, 0, 0])), 1 / Math.PI, 1e-6, "radius");
  });

  it("bends into a quarter circle and a full one", () => {
    const r = 2 / Math.PI;
    isNear(solved({ span: [r, r, 0], from: [0, 1, 0], to: [1, 0, 0] }).curvature, 1 / r, 1e-6);
    const full = solved({ span: [0, 0, 0], from: [0, 1, 0], to: [0, 1, 0] });
    isNear(full.curvature, 2 * Math.PI, 1e-6);
    isNear(full.energy, 2 * Math.PI ** 2, 1e-5);
  });

  it("buckles as Euler's elastica between ends on one axis", () => {
    for (const span of [0.98, 0.9, 0.8, 0.72]) {
      const exact = buckled(span);
      const found = solved({ span: [0, span, 0], from: [0, 1, 0], to: [0, 1, 0] });
      isNear(found.curvature, exact.curvature, 1e-5, `span ${span}: curvature`);
      isNear(found.energy, exact.energy, 1e-5, `span ${span}: energy`);
    }
  });

  it("leaves the plane where that takes less to bend than Euler's form", () => {
    const planar = buckled(0.5);
    const found = solved({ span: [0, 0.5, 0], from: [0, 1, 0], to: [0, 1, 0] });
    assert.ok(found.energy < planar.energy * 0.99 && found.curvature < planar.curvature);
  });

  it("runs straight between two boundary layers when pulled taut", () => {
    const taut = solved({ span: [0.99, 0, 0], from: [0, 1, 0], to: [0, 1, 0] });
    assert.equal(taut.method, "taut");
    const q = Math.sqrt(norm(taut.force));
    const along = unit(taut.force);
    const angle = Math.acos(dot(along, [0, 1, 0]));
    isNear(taut.curvature, 2 * q * Math.sin(angle / 2), 1e-9);
    assert.ok(norm(subtract(taut.places.at(-1) ?? [0, 0, 0], [0.99, 0, 0])) < 1e-4);
  });

  it("passes from shooting to the taut form without a step", () => {
    const at = (span: number) => solved({ span: [span, 0, 0], from: [0, 1, 0], to: [0, -1, 0] });
    const spans = Array.from({ length: 41 }, (_, k) => 0.82 + k * 0.002);
    const curves = spans.map(at);
    const turn = curves.findIndex(({ method }) => method === "taut");
    assert.ok(turn > 0 && curves[0]?.method === "shooting");
    const rates = curves.slice(1).map((curve, k) => curve.curvature / (curves[k]?.curvature ?? 1));
    const [before = 0, across = 0, after = 0] = rates.slice(turn - 2, turn + 1);
    assert.ok(Math.abs(across - (before + after) / 2) < RADIUS, `${before} ${across} ${after}`);
  });

  it("refuses a span that is not shorter than the line", () => {
    assert.throws(() => solveScaled({ span: [1, 0, 0], from: [1, 0, 0], to: [1, 0, 0] }), RangeError);
  });
});

describe("the curve against its own fine grid", () => {
  it("agrees with chains of 240 and 480 pieces, carried on to none, within a thousandth", () => {
    fc.assert(
      fc.property(anyClamp, (clamp) => {
        const found = solved(clamp);
        if (found.method !== "shooting" || found.worstAt < 0.03 || found.worstAt > 0.97) return;
        // A chain through the answer's own places leads to the same minimum.
        const { places } = found;
        const coarse = Float64Array.from(piecesOf(places));
        const [half, whole] = [240, 480].map((count) => relax(resample(coarse, count, clamp), clamp));
        assert.ok(half?.converged && whole?.converged);
        const [a, b] = [worstOf(half), worstOf(whole)];
        // Richardson: the chain's error falls with the square of a piece.
        isNear(found.curvature, b + (b - a) / 3, RADIUS);
        isNear(found.energy, whole.energy + (whole.energy - half.energy) / 3, RADIUS);
      }),
      { numRuns: setSize(15, 40), seed: 5 },
    );
  });
});

describe("the least energy", () => {
  it("is met by no random start of the chain from below", () => {
    let seed = 20261125;
    const random = () => {
      seed = (seed * 1664525 + 1013904223) >>> 0;
      return seed / 2 ** 31 - 1;
    };
    fc.assert(
      fc.property(
        anyClamp.filter(({ span }) => norm(span) < 0.9),
        (clamp) => {
          const found = solved(clamp);
          for (let start = 0; start < 12; start += 1) {
            const through = Array.from({ length: 5 }, (): Vector => [random(), random(), random()]);
            const guess = Float64Array.from(
              Array.from({ length: 24 }, (_, piece) => {
                const place = (piece / 24) * 4;
                const low = Math.floor(place);
                const [one, other] = [through[low] ?? clamp.from, through[low + 1] ?? clamp.to];
                return unit(add(scale(one, 1 - place + low), scale(other, place - low)));
              }).flat(),
            );
            const other = relax(guess, clamp);
            if (!other.converged) continue;
            const fine = relax(resample(other.tangents, 120, clamp), clamp, [], { near: other });
            // A chain of 120 lies under the smooth curve by its own grid error: a few thousandths at a taut clamp.
            if (fine.converged)
              assert.ok(fine.energy > found.energy * 0.97, `${fine.energy} ${found.energy}`);
          }
        },
      ),
      { numRuns: setSize(15, 40), seed: 11 },
    );
  });
});

describe("symmetries of the curve", () => {
  const same = (one: ScaledCurve, other: ScaledCurve) => {
    isNear(other.curvature, one.curvature, RADIUS, "curvature");
    isNear(other.energy, one.energy, RADIUS, "energy");
  };

  it("is the same in a mirror", () => {
    const flip = ([x, y, z]: Vector): Vector => [x, y, -z];
    fc.assert(
      fc.property(anyClamp, (clamp) => {
        const { span, from, to } = clamp;
        same(solved(clamp), solved({ span: flip(span), from: flip(from), to: flip(to) }));
      }),
      { numRuns: 60 },
    );
  });

  it("is the same turned round in space", () => {
    const axis = unit([1, -2, 0.7]);
    fc.assert(
      fc.property(anyClamp, fc.double({ min: 0, max: 6, noNaN: true }), (clamp, angle) => {
        const turn = (vector: Vector) => turned(vector, axis, angle);
        same(solved(clamp), solved({ span: turn(clamp.span), from: turn(clamp.from), to: turn(clamp.to) }));
      }),
      { numRuns: 60 },
    );
  });

  it("is the same from the other end", () => {
    fc.assert(
      fc.property(anyClamp, (clamp) => {
        const { span, from, to } = clamp;
        same(solved(clamp), solved({ span: scale(span, -1), from: scale(to, -1), to: scale(from, -1) }));
      }),
      { numRuns: 60 },
    );
  });

  it("ends in place, keeps its length and leaves along both clamps", () => {
    fc.assert(
      fc.property(anyClamp, (clamp) => {
        const { places } = solved(clamp);
        const last: Vector = places.at(-1) ?? [9, 9, 9];
        const first: Vector = places[0] ?? [9, 9, 9];
        assert.ok(norm(first) < 1e-9 && norm(subtract(last, clamp.span)) < 1e-4);
        const chords = piecesLengths(places).reduce((sum, length) => sum + length, 0);
        assert.ok(chords < 1 + 1e-6 && chords > 0.985, `${chords}`);
      }),
      { numRuns: 60 },
    );
  });
});

/** Walls left, right, behind and in front, as far from the first cuff tip as said. */
const boxOf = (left: number, right = left, back = left, front = left): readonly HalfSpace[] => [
  { normal: [1, 0, 0], least: -left },
  { normal: [-1, 0, 0], least: -right },
  { normal: [0, 0, 1], least: -back },
  { normal: [0, 0, -1], least: -front },
];

describe("walls", () => {
  const clamp: Clamp = { span: [0, 0.62, 0], from: [0, 1, 0], to: [0, 1, 0] };

  it("are not crossed, and cost energy where they are touched", () => {
    const free = solved(clamp);
    const deepest = Math.min(...free.places.map(([x]) => x), ...free.places.map(([, , z]) => z));
    assert.ok(deepest < -0.05 || Math.max(...free.places.map(([x]) => x)) > 0.05);
    const box = boxOf(0.12);
    const held = solveScaled(clamp, box);
    assert.ok(held?.converged);
    assert.equal(held.method, "chain");
    for (const place of held.places)
      for (const { normal, least } of box) assert.ok(dot(normal, place) > least - 1e-3);
    assert.ok(held.energy > free.energy * 0.999, `${held.energy} ${free.energy}`);
  });

  it("far away change nothing", () => {
    const far = solveScaled(clamp, [{ normal: [1, 0, 0], least: -3 }]);
    assert.ok(far);
    isNear(far.curvature, solved(clamp).curvature, 1e-9);
  });

  it("leave the mirror twin where only one side is shut", () => {
    const tight: Clamp = { span: [0.05, 0.5, 0], from: [0, 1, 0], to: [0, 1, 0] };
    const free = solved(tight);
    const across = unit(cross(tight.span, tight.from));
    const lean = Math.sign(free.places.reduce((sum, place) => sum + dot(across, place), 0));
    const shut = solveScaled(tight, [{ normal: scale(across, -lean), least: -0.01 }]);
    assert.ok(shut);
    if (shut.method === "shooting") isNear(shut.energy, free.energy, 1e-9);
    else assert.ok(shut.energy >= free.energy);
  });

  it("met by a fine chain agree with a finer one within a hundredth", () => {
    const box = boxOf(0.1);
    const held = solveScaled(clamp, box);
    assert.ok(held?.method === "chain");
    const [least] = startsFor(clamp, 24)
      .map((start) => relax(start, clamp, box, { settled: 1e-3 }))
      .filter(({ converged }) => converged)
      .sort((a, b) => a.energy - b.energy);
    assert.ok(least);
    const finer = [48, 96, 192, 288].reduce(
      (rod, count) => relax(resample(rod.tangents, count, clamp), clamp, box, { near: rod }),
      least,
    );
    assert.ok(finer.converged);
    isNear(held.energy, finer.energy, 1e-2);
    isNear(held.curvature, worstOf(finer), 2e-2);
  });

  it("are kept to between two flats by every line that fits between them", () => {
    const flats = [
      { normal: [0, 0, 1] as const, least: -0.06 },
      { normal: [0, 0, -1] as const, least: -0.1 },
    ];
    for (const clamp of fc.sample(anyClamp, { numRuns: 60, seed: 3 })) {
      const inFlats = { ...clamp, span: scale(clamp.span, 0.9) };
      const isOpen = flats.every(
        ({ normal, least }) =>
          dot(inFlats.span, normal) > least &&
          dot(inFlats.from, normal) > -0.2 &&
          dot(inFlats.to, normal) < 0.2,
      );
      if (!isOpen) continue;
      const held = solveScaled(inFlats, flats);
      assert.ok(held?.converged, JSON.stringify(inFlats));
      for (const place of held.places)
        for (const { normal, least } of flats) assert.ok(dot(normal, place) > least - 2e-3);
    }
  });

  it("give the same shape from a shape near by as from everywhere", () => {
    const box = boxOf(0.14, 0.02, 0.02, 0.02);
    const near = solveScaled(clamp, box);
    assert.ok(near?.alongWalls);
    for (const span of [0.6, 0.61, 0.63, 0.64]) {
      const moved: Clamp = { ...clamp, span: [0.005, span, 0] };
      const [cold, warm] = [solveScaled(moved, box), solveScaled(moved, box, near.alongWalls)];
      assert.ok(cold && warm);
      isNear(warm.energy, cold.energy, 5e-3);
      isNear(warm.curvature, cold.curvature, 2e-2);
    }
  });
});
