/** The line fitter and the scheduler over HTTP: what they answer, and what they say of what cannot be. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { hammerEndpoint } from "../../src/schema/endpoint/water-hammer.ts";
import { fitResponse } from "../../src/schema/line.ts";
import { scheduleResponse } from "../../src/schema/schedule.ts";
import { startApi } from "../support/desk.ts";

const { base, request: ask } = startApi("template_demo");
const post = (path: string, body: unknown) => ask("POST", path, body);

const FIT = {
  a: { at: [0, 0, 0], direction: [0, 1, 0] },
  b: { at: [1, 9, 0], direction: [0, -1, 0] },
  cuffIn: 0.75,
  minBendRadiusIn: 2.25,
  lengthsIn: [9, 12, 30],
};

describe("POST /api/v1/lines/fit", () => {
  it("rates, finds every good interval and names the length to take", async () => {
    const { status, body } = await post("/api/v1/lines/fit", FIT);
    assert.equal(status, 200);
    const answer = fitResponse.parse(body);
    assert.deepEqual(
      answer.fits.map(({ rating }) => rating),
      ["short", "tight-bend", "good"],
    );
    assert.equal(answer.goodIntervalsIn.length, 2);
    assert.equal(answer.best?.lengthIn, 30);
  });

  it("names the field of what cannot be, and never fails on it", async () => {
    for (const [change, path] of [
      [{ b: { ...FIT.b, at: [0, 0, 0] } }, "b.at"],
      [{ a: { ...FIT.a, direction: [0, 0, 0] } }, "a.direction"],
      [{ lengthsIn: [] }, "lengthsIn"],
      [{ lengthsIn: [-4] }, "lengthsIn.0"],
      [{ walls: [{ point: [0.5, 0, 0], normal: [1, 0, 0] }] }, "a.at"],
      [{ cuffIn: "long" }, "cuffIn"],
    ] as const) {
      const { status, body } = await post("/api/v1/lines/fit", { ...FIT, ...change });
      assert.equal(status, 422, path);
      const { error } = body as unknown as { error: { fields: { path: string }[] } };
      assert.equal(error.fields[0]?.path, path);
    }
  });
});

const connection = (id: string, change: object = {}) => ({
  id,
  fixture: "lavatory",
  zone: `stop ${id}`,
  plan: null,
  stop: "holds",
  water: "cold",
  ...change,
});

describe("POST /api/v1/water/hammer", () => {
  const branch = {
    staticPsi: 400,
    flowGpm: 2,
    waterTempF: 55,
    pipes: [{ lengthFt: 30, idIn: 0.545, waveSpeedFtS: 4280, roughnessMm: 0 }],
    closureMs: 0,
    arrestor: null,
  };
  const peak = async (asks: object) => {
    const { status, body } = await post("/api/v1/water/hammer", asks);
    assert.equal(status, 200);
    return hammerEndpoint.response.parse(body);
  };

  it("answers rho a V for an instant stop", async () => {
    // 999.5 kg/m3 x 1304.5 m/s x 0.8384 m/s = 158.5 psi.
    const { joukowskyPsi, peakPsi, flowingPsi, partsAtMs } = await peak(branch);
    assert.ok(Math.abs(joukowskyPsi - 158.5) < 0.5, `${joukowskyPsi}`);
    assert.ok(Math.abs(peakPsi - flowingPsi - joukowskyPsi) < 0.02 * joukowskyPsi);
    assert.equal(partsAtMs, null);
  });

  it("answers less with an arrestor at the valve, and less there than at the junction", async () => {
    const washer = {
      ...branch,
      staticPsi: 60,
      closureMs: 20,
      pipes: [...branch.pipes, { lengthFt: 5, idIn: 0.4, waveSpeedFtS: 1500 }],
    };
    const arrestor = { volumeIn3: 2, prechargePsi: 60, polytropicN: 1.2 };
    const bare = await peak(washer);
    const atValve = await peak({ ...washer, arrestor });
    const atStop = await peak({ ...washer, arrestor, arrestorAt: "junction" });
    assert.ok(atValve.highestPsi < atStop.highestPsi && atStop.highestPsi < bare.highestPsi);
  });

  it("answers rest where nothing flows, and says where water boils", async () => {
    const still = await peak({ ...branch, flowGpm: 0 });
    assert.deepEqual([still.joukowskyPsi, still.peakPsi, still.minPsi, still.vapour], [0, 400, 400, false]);
    const low = await peak({ ...branch, staticPsi: 60 });
    assert.ok(low.vapour && low.partsAtMs !== null);
    assert.ok(low.trace.every(({ psi }) => psi > low.minPsi));
  });

  it("names the field where the flow cannot be had", async () => {
    const { status, body } = await post("/api/v1/water/hammer", { ...branch, staticPsi: 1, flowGpm: 20 });
    assert.equal(status, 422);
    assert.match(JSON.stringify(body), /"path":"flowGpm"/);
  });

  it("answers its heaviest request within its bound", async () => {
    const heavy = {
      ...branch,
      closureMs: 10_000,
      pipes: [{ lengthFt: 0.5, idIn: 0.545, waveSpeedFtS: 5000 }],
    };
    assert.ok((await peak(heavy)).trace.length <= 402);
  });
});

describe("POST /api/v1/visits/run-sheet", () => {
  it("schedules six connections, a stop that fails among them, each step after what it waits for", async () => {
    const { status, body } = await post("/api/v1/visits/run-sheet", {
      connections: [
        connection("a"),
        connection("b", { fixture: "toilet", stop: "dead" }),
        connection("c", { water: "hot", stop: "seized" }),
        connection("d", { fixture: "dishwasher", water: "hot" }),
        connection("e", { zone: "house main" }),
        connection("f", { fixture: "toilet", zone: "house main" }),
      ],
      startAt: "2026-11-25T12:00:00Z",
      hands: 2,
    });
    assert.equal(status, 200);
    const answer = scheduleResponse.parse(body);
    const kinds = new Map(answer.zones?.map(({ connection: id, kind }) => [id, kind]));
    assert.deepEqual([...kinds.values()], ["fixture", "branch", "hot", "fixture", "house", "house"]);
    assert.equal(answer.waterOff.filter(({ zone }) => zone === "house main").length, 1);
    const ends = new Map(answer.schedule.map(({ step, endMin }) => [step, endMin]));
    const starts = new Map(answer.schedule.map(({ step, startMin }) => [step, startMin]));
    assert.deepEqual([...ends.keys()].sort(), answer.steps.map(({ id }) => id).sort());
    for (const { id, after: waits } of answer.steps)
      for (const before of waits)
        assert.ok(
          (starts.get(id) ?? 0) >= (ends.get(before) ?? Number.POSITIVE_INFINITY) - 0.11,
          `${id} before ${before}`,
        );
  });

  it("refuses connections of one name, and an empty visit", async () => {
    const twice = await post("/api/v1/visits/run-sheet", {
      connections: [connection("a"), connection("a")],
      startAt: "2026-11-25T12:00:00Z",
    });
    assert.equal(twice.status, 422);
    const none = await post("/api/v1/visits/run-sheet", { connections: [], startAt: "2026-11-25T12:00:00Z" });
    assert.equal(none.status, 422);
  });
});

describe("GET /api/v1/visits/{id}/water-off.ics", () => {
  it("is a calendar, and 404 for a visit that is not there", async () => {
    const visit = demoVisitId("library-washroom");
    const answer = await fetch(`${base()}/api/v1/visits/${visit}/water-off.ics`);
    assert.equal(answer.status, 200);
    assert.match(answer.headers.get("content-type") ?? "", /^text\/calendar/);
    assert.match(await answer.text(), /^BEGIN:VCALENDAR[\s\S]*BEGIN:VEVENT[\s\S]*END:VCALENDAR/);
    const missing = await fetch(`${base()}/api/v1/visits/${demoVisitId("nowhere")}/water-off.ics`);
    assert.equal(missing.status, 404);
  });
});
