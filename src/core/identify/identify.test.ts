import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { identifier } from "../../../tests/support/tables.ts";
import { differencesOf } from "./differences.ts";
import { evidenceFaults, isBlank, type Measured, NOTHING_MEASURED, PLACES, SEATS } from "./evidence.ts";
import { answerEvidence } from "./identifier.ts";
import { identify, posterior } from "./identify.ts";
import { crestsToSpan } from "./next-measurement.ts";
import type { Profile } from "./profile.ts";

const { profiles } = identifier;
const byCode = new Map(profiles.map((profile) => [profile.end.code, profile]));

function profile(code: string): Profile {
  const found = byCode.get(code);
  assert.ok(found, `no end ${code}`);
  return found;
}

/** Everything a careful hand and eye find on a perfect middling piece. */
function nominal({ end, thread, reads, across, gender, isTapered, seats }: Profile): Measured {
  const middle = (reads.low + reads.high) / 2;
  const best = [...seats].sort((a, b) => b[1] - a[1])[0];
  const crests = crestsToSpan([profile(end.code)]);
  return {
    ...NOTHING_MEASURED,
    outsideIn: across === "outside" ? middle : null,
    insideIn: across === "inside" ? middle : null,
    span: thread === null ? null : { crests, spanIn: (crests - 1) * thread.pitchIn, toleranceIn: 0.005 },
    gender,
    threaded: thread !== null,
    taper: isTapered ? "yes" : "no",
    material: end.material ?? "brass",
    ...(thread === null ? {} : { flankDeg: thread.flankDeg }),
    ...(best && best[1] >= 0.4 ? { seal: [best[0]] } : { noSeal: true }),
  };
}

const EXAMPLE: Measured = {
  ...NOTHING_MEASURED,
  outsideIn: 0.561,
  threadsPerInch: 24,
  span: { crests: 6, spanIn: 0.209, toleranceIn: 0.005 },
  gender: "male",
  taper: "no",
  seal: ["cone"],
  where: "stop-outlet",
};

describe("identify", () => {
  it("every end, measured in the middle of its limits, comes first or names its true twin", () => {
    for (const each of profiles) {
      const first = identify(profiles, nominal(each)).candidates[0];
      assert.ok(
        first?.end === each.end.code || (first?.end && each.twins.includes(first.end)),
        `${each.end.code} came out as ${first?.end}`,
      );
    }
  });

  it("knows the twins people meet, both ways round", () => {
    assert.ok(profile("pipe-1/4-copper").twins.includes("tube-3/8-copper"));
    assert.ok(profile("pipe-1/2-copper").twins.includes("tube-5/8-copper"));
    for (const each of profiles)
      for (const twin of each.twins)
        assert.ok(profile(twin).twins.includes(each.end.code), `${each.end.code} ${twin}`);
  });

  it("reads the outlet of a stop with near certainty and says why", () => {
    const { candidates } = identify(profiles, EXAMPLE);
    assert.equal(candidates[0]?.end, "comp-3/8-m");
    assert.ok((candidates[0]?.probability ?? 0) > 0.9);
    assert.match(candidates[0]?.why.join("\n") ?? "", /0\.561 in lies within[\s\S]*24 per inch, as counted/);
  });

  it("asks to span the crests when two ends differ in pitch alone", () => {
    const { candidates, next } = identify(profiles, {
      ...NOTHING_MEASURED,
      outsideIn: 0.433,
      gender: "male",
      threaded: true,
    });
    assert.deepEqual(
      new Set(candidates.slice(0, 2).map(({ end }) => end)),
      new Set(["comp-1/4-m", "flare-1/4-m"]),
    );
    assert.equal(next?.kind, "span");
    assert.match(next?.measure ?? "", /^span over \d+ crests$/);
    assert.ok((next?.separates.length ?? 0) > 0);
  });

  it("asks for the taper between a pipe thread and a shank of one pitch and reading", () => {
    const { next } = identify(profiles, {
      ...NOTHING_MEASURED,
      outsideIn: 0.818,
      gender: "male",
      threaded: true,
      span: { crests: 6, spanIn: 5 / 14, toleranceIn: 0.005 },
    });
    assert.equal(next?.kind, "taper");
  });

  it("says none of these for something that is in no table", () => {
    const strange: Measured = {
      ...NOTHING_MEASURED,
      outsideIn: 0.7,
      span: { crests: 6, spanIn: 0.42, toleranceIn: 0.005 },
      gender: "male",
    };
    assert.equal(identify(profiles, strange).candidates[0]?.end, null);
  });

  it("is never sure of a wrong end when the clues quarrel", () => {
    const quarrel: Measured = {
      ...NOTHING_MEASURED,
      outsideIn: 0.561,
      span: { crests: 6, spanIn: 5 / 14, toleranceIn: 0.005 },
      gender: "male",
    };
    const [first] = identify(profiles, quarrel).candidates;
    assert.ok(first && (first.end === null || first.probability < 0.9));
  });

  it("a place shifts belief between ends that measure alike, never to the impossible", () => {
    const shank = { ...NOTHING_MEASURED, outsideIn: 0.93, gender: "male", threaded: true } as const;
    const at = (where: Measured["where"]) => identify(profiles, { ...shank, where }).candidates[0]?.end;
    assert.equal(at("fill-valve"), "bc-7/8-m");
    assert.match(at("faucet") ?? "", /^(aer-15\/16|m24x1)-m$/);
  });
});

const evidence: fc.Arbitrary<Measured> = fc
  .record({
    outsideIn: fc.option(fc.double({ min: 0.05, max: 2.9, noNaN: true }), { nil: null }),
    insideIn: fc.constant(null),
    toleranceIn: fc.constantFrom(0, 0.005, 0.03125, 0.125),
    threadsPerInch: fc.option(fc.double({ min: 7, max: 40, noNaN: true }), { nil: null }),
    tpiTolerance: fc.constantFrom(0, 0.5, 1, 2, 4),
    gender: fc.constantFrom("male" as const, "female" as const, null),
    taper: fc.constantFrom("yes" as const, "no" as const, "unknown" as const),
    seal: fc.subarray([...SEATS], { maxLength: 2 }),
    where: fc.constantFrom(...PLACES),
  })
  .map((rest): Measured => ({ ...rest, span: null }));

describe("the posterior", () => {
  it("adds up to one, falls, and holds none of these, whatever was measured", () => {
    fc.assert(
      fc.property(evidence, (measured) => {
        const ranked = posterior(profiles, measured);
        assert.ok(Math.abs(ranked.reduce((sum, { probability }) => sum + probability, 0) - 1) < 1e-9);
        for (const [at, { probability }] of ranked.entries())
          assert.ok(probability >= 0 && probability <= (ranked[at - 1]?.probability ?? 1));
        assert.equal(ranked.filter((each) => each.profile === null).length, 1);
      }),
      { numRuns: 150 },
    );
  });

  it("does not care in which order the ends are listed", () => {
    fc.assert(
      fc.property(evidence, (measured) => {
        const [one] = posterior(profiles, measured);
        const [other] = posterior([...profiles].reverse(), measured);
        assert.ok(Math.abs((one?.probability ?? 0) - (other?.probability ?? 0)) < 1e-9);
      }),
      { numRuns: 60 },
    );
  });

  it("never answers with a number that is none", () => {
    fc.assert(
      fc.property(evidence, (measured) => {
        const { next, candidates, lookAlikes } = answerEvidence(identifier, measured);
        assert.doesNotMatch(JSON.stringify({ next, candidates, lookAlikes }), /NaN|Infinity/);
        assert.ok(next === null || next.gainBits > 0);
      }),
      { numRuns: 80 },
    );
  });
});

describe("what cannot be so", () => {
  const CASES: readonly (readonly [string, Partial<Measured>, string])[] = [
    ["a negative reading", { outsideIn: -0.5 }, "outsideIn"],
    ["a 9 ft caliper reading", { outsideIn: 108 }, "outsideIn"],
    ["400 threads per inch", { threadsPerInch: 400 }, "threadsPerInch"],
    ["a span of nothing", { span: { crests: 6, spanIn: 1e-6, toleranceIn: 0.005 } }, "span"],
    ["an inside larger than the outside", { outsideIn: 0.5, insideIn: 0.7 }, "insideIn"],
    ["a count on something smooth", { threaded: false, threadsPerInch: 14 }, "threaded"],
    [
      "a count and a span that quarrel",
      { threadsPerInch: 14, span: { crests: 6, spanIn: 0.208, toleranceIn: 0.005 } },
      "span",
    ],
    ["a taper with an o-ring", { taper: "yes", seal: ["o-ring"] }, "seal"],
    ["every seat at once", { seal: ["cone", "flat", "ferrule", "tube-seat"] }, "seal"],
    ["a seat and none", { seal: ["cone"], noSeal: true }, "noSeal"],
    ["a second reading without a first", { further: { outsideIn: 0.8, alongIn: 0.375 } }, "further"],
  ];
  for (const [name, change, field] of CASES)
    it(`names ${name}`, () => {
      const faults = evidenceFaults({ ...NOTHING_MEASURED, ...change });
      assert.deepEqual(faults.map((fault) => fault.field).slice(0, 1), [field]);
      assert.ok((faults[0]?.message.length ?? 0) > 20);
    });
  it("has nothing against honest evidence", () => {
    assert.deepEqual(evidenceFaults(EXAMPLE), []);
    assert.deepEqual(evidenceFaults(NOTHING_MEASURED), []);
    for (const each of profiles) assert.deepEqual(evidenceFaults(nominal(each)), [], each.end.code);
  });
  it("knows when nothing was said at all", () => {
    assert.equal(isBlank(NOTHING_MEASURED), true);
    assert.equal(isBlank({ ...NOTHING_MEASURED, where: "faucet" }), true);
    assert.equal(isBlank({ ...NOTHING_MEASURED, gender: "male" }), false);
  });
});

describe("look-alikes and differences", () => {
  it("tells what a 1/4 outlet is taken for and how it binds", () => {
    const { lookAlikes } = answerEvidence(identifier, {
      ...NOTHING_MEASURED,
      outsideIn: 0.433,
      span: { crests: 7, spanIn: 0.25, toleranceIn: 0.005 },
      gender: "male",
    });
    const flare = lookAlikes.find(({ b }) => b === "flare-1/4-m");
    assert.ok(flare && flare.turnsBeforeBind !== null && flare.turnsBeforeBind < 1);
    assert.equal(flare.seals, false);
  });
  it("points at what differs and keeps quiet about the rest", () => {
    const rows = differencesOf(profile("comp-1/4-m"), profile("flare-1/4-m"));
    const telling = rows.filter(({ tells }) => tells !== null).map(({ what }) => what);
    assert.deepEqual(telling, ["pitch", "seat"]);
  });
});
