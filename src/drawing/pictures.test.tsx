/** Pictures of fixtures, and the pressure along a branch. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { renderToStaticMarkup } from "react-dom/server";
import { type Branch, profileOf } from "../core/branch/index.ts";
import { FIXTURES } from "../core/plan/index.ts";
import { BranchProfile } from "./branch-profile.tsx";
import { FixtureGlyph } from "./fixture-glyph.tsx";

describe("the picture of a fixture", () => {
  it("is there for each, and no two are alike", () => {
    const pictures = FIXTURES.map((fixture) => renderToStaticMarkup(<FixtureGlyph fixture={fixture} />));
    assert.equal(new Set(pictures).size, FIXTURES.length);
    for (const picture of pictures) assert.match(picture, /aria-hidden="true".*<path d="M/);
  });
});

describe("the pressure along a branch", () => {
  const pipe = {
    name: "Pipe",
    kind: "pipe",
    material: "copper",
    wallIn: 0.04,
    ratedPsi: null,
    boreIn: 0.545,
    roughnessMm: { low: 0.0015, likely: 0.005, high: 0.01 },
    k: { low: 0, likely: 0, high: 0 },
  };
  const branch: Branch = {
    staticPsi: 60,
    isStaticAssumed: false,
    waterTempF: 55,
    elevationFt: 0,
    before: { ...pipe, lengthFt: 30 },
    isBeforeAssumed: false,
    stretches: [{ ...pipe, name: "Line", kind: "line", lengthFt: 5, boreIn: 0.3 }],
    arrestorAt: null,
    hasCheck: false,
  };
  const drawn = (of: Branch) => {
    const profile = profileOf(of, 3, 10);
    const markup = renderToStaticMarkup(
      <BranchProfile
        profile={profile}
        headPsi={60}
        leastPsi={10}
        isBeforeAssumed={of.isBeforeAssumed}
        isNarrow={false}
      />,
    );
    return { profile, markup };
  };

  it("falls from the supply to what is left, stretch by stretch, and says both ends", () => {
    const { profile, markup } = drawn(branch);
    const left = Math.round(profile.residualPsi.likely);
    assert.match(markup, new RegExp(`60 psi at the supply, ${left} psi left at the inlet`));
    const heights = [...(/<polyline points="([^"]+)"/.exec(markup)?.[1] ?? "").matchAll(/,([\d.]+)/g)].map(
      ([, y]) => Number(y),
    );
    assert.equal(heights.length, 4);
    // On a screen down is more: the pressure only falls.
    assert.deepEqual(
      heights,
      heights.toSorted((a, b) => a - b),
    );
  });

  it("draws a pipe that nobody has looked at hollow, and charges nothing for it", () => {
    const { profile, markup } = drawn({ ...branch, isBeforeAssumed: true });
    assert.match(markup, /branch-unknown/);
    assert.equal(profile.losses.length, 1);
  });
});
