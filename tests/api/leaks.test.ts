/** The leak analyst over HTTP: what it answers, and what it refuses naming the field. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { holdResponse } from "../../src/schema/hold.ts";
import { holdCase } from "../oracles/hold-cases.ts";
import { startApi } from "../support/desk.ts";

const { request: ask } = startApi("template_empty");
const post = (path: string, body: unknown) => ask("POST", `/api/v1/leaks/${path}`, body);

/** A simulated test as a request; what is not known is left out. */
function holdBody(seed: number, leakMlPerMin: number) {
  const { test } = holdCase(seed, { leakMlPerMin, confounder: null });
  const { supplyPsi, heldSec, ambientF, section, ...rest } = test;
  return {
    ...rest,
    section: { ...section, material: section.material ?? "unknown" },
    ...(supplyPsi === null ? {} : { supplyPsi }),
    ...(heldSec === null ? {} : { heldSec }),
    ...(ambientF === null ? {} : { ambientF }),
  };
}
const fieldsOf = (body: unknown) =>
  (body as { error: { fields: { path: string }[] } }).error.fields.map(({ path }) => path);

describe("leaks/hold", () => {
  it("tells a leak from a tight section, with the limits of both", async () => {
    const leak = holdResponse.parse((await post("hold", holdBody(91, 0.05))).body);
    assert.equal(leak.verdict, "leak");
    assert.ok(leak.leakMlPerMin.low > 0 && leak.leakMlPerMin.low <= leak.leakMlPerMin.best);
    const tight = holdResponse.parse((await post("hold", holdBody(92, 0))).body);
    assert.equal(tight.verdict, "tight");
    assert.ok((tight.minimumDetectableMlPerMin ?? 0) > 0 && tight.advice.length > 20);
  });
  it("holds the joints against the gauge when told what was seen", async () => {
    const { body } = await post("hold", { ...holdBody(91, 0.05), seen: null });
    assert.match(holdResponse.parse(body).reconciled?.line ?? "", /no joint was wet/);
  });
  for (const [name, change, field] of [
    ["no readings", { samples: [] }, "samples"],
    [
      "readings out of order",
      {
        samples: [
          { t: 5, psi: 60 },
          { t: 5, psi: 60 },
        ],
      },
      "samples.1.t",
    ],
    [
      "a draw-off that raised the pressure",
      { drawOff: { ml: 2, psiBefore: 50, psiAfter: 55 } },
      "drawOff.psiAfter",
    ],
    [
      "a hose of no kind",
      { section: { volumeMl: 100, hoseFt: 5, hoseType: null, material: "copper" } },
      "section.hoseType",
    ],
    ["a gauge without marks", { gauge: { resolutionPsi: 0, type: "dial" } }, "gauge.resolutionPsi"],
  ] as const)
    it(`refuses ${name}`, async () => {
      const { status, body } = await post("hold", { ...holdBody(91, 0.05), ...change });
      assert.equal(status, 422);
      assert.ok(fieldsOf(body).includes(field), JSON.stringify(fieldsOf(body)));
    });
});

describe("leaks/watch", () => {
  it("says how long a wanted leak takes, and refuses what no window shows", async () => {
    const asked = { method: "tissue", confidence: 0.95 };
    const { body } = await post("watch", { ...asked, wantedMlPerMin: 0.01 });
    assert.ok(Math.abs((body as unknown as { windowMin: number }).windowMin - 2.92) < 0.01);
    const never = await post("watch", { ...asked, wantedMlPerMin: 0.0003 });
    assert.deepEqual([never.status, fieldsOf(never.body)], [422, ["wantedMlPerMin"]]);
    const none = await post("watch", asked);
    assert.deepEqual([none.status, fieldsOf(none.body)], [422, ["windowMin"]]);
  });
  it("turns counted drips into a rate with its interval", async () => {
    const { body } = await post("watch", { method: "drips", windowMin: 5, drips: 10, confidence: 0.95 });
    const { verdict, estimateMlPerMin, low, high } = body as unknown as {
      verdict: string;
      estimateMlPerMin: number;
      low: number;
      high: number;
    };
    assert.equal(verdict, "leak");
    assert.ok(Math.abs(estimateMlPerMin - 0.1) < 1e-9 && low < 0.1 && high > 0.1);
  });
});
