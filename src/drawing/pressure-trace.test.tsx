import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { renderToStaticMarkup } from "react-dom/server";
import { PressureTrace } from "./pressure-trace.tsx";

describe("PressureTrace", () => {
  const drawn = (runs: readonly (readonly { readonly min: number; readonly psi: number }[])[]) =>
    renderToStaticMarkup(<PressureTrace runs={runs} label="Pressure test" isSimulated />);
  const line = [0, 1, 2].map((min) => ({ min, psi: 60 - min }));

  it("draws one line a run and a dot for a reading alone, and marks what is simulated", () => {
    const html = drawn([line, [{ min: 9, psi: 57 }]]);
    assert.equal(html.match(/class="trace-line"/g)?.length, 1);
    assert.equal(html.match(/class="trace-reading"/g)?.length, 1);
    assert.match(html, /SIMULATED READINGS/);
    assert.doesNotMatch(html, /NaN|undefined/);
  });

  it("puts the first reading at the axis and the lowest lower than the highest", () => {
    const [, path = ""] = /class="trace-line" d="([^"]+)"/.exec(drawn([line])) ?? [];
    const points = path
      .slice(1)
      .split("L")
      .map((pair) => pair.split(",").map(Number));
    assert.equal(points[0]?.[0], 48);
    assert.equal(points.at(-1)?.[0], 390);
    assert.ok((points[0]?.[1] ?? 0) < (points.at(-1)?.[1] ?? 0));
  });

  it("draws nothing without readings, and a steady pressure without a scale of nothing", () => {
    assert.equal(drawn([]), "");
    assert.doesNotMatch(
      drawn([
        [
          { min: 0, psi: 60 },
          { min: 5, psi: 60 },
        ],
      ]),
      /NaN|Infinity/,
    );
    assert.doesNotMatch(drawn([[{ min: 0, psi: 0 }]]), /NaN|Infinity|-\d+ psi/);
  });
});
