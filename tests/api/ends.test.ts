import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { identifyResponse, matchResponse } from "../../src/schema/end.ts";
import { startApi } from "../support/desk.ts";

const { base, request: ask } = startApi("template_empty");

const post = (path: string, body: unknown) => ask("POST", `/api/v1/${path}`, body);
const measured = {
  outsideIn: 0.561,
  insideIn: null,
  toleranceIn: 0.005,
  threadsPerInch: 24,
  tpiTolerance: 1,
  span: { crests: 6, spanIn: 0.209, toleranceIn: 0.005 },
  gender: "male",
  taper: "no",
  seal: ["cone"],
  where: "stop-outlet",
};

function fieldsOf(body: unknown): readonly string[] {
  return (body as { error: { fields: { path: string }[] } }).error.fields.map(({ path }) => path);
}

describe("POST /api/v1/ends/identify", () => {
  it("ranks, explains and names the look-alikes", async () => {
    const { status, body } = await post("ends/identify", { measured });
    assert.equal(status, 200);
    const { candidates } = identifyResponse.parse(body);
    assert.equal(candidates[0]?.end, "comp-3/8-m");
    assert.equal(candidates.filter(({ end }) => end === null).length, 1);
  });
  it("takes its own additions: a count, a smooth tube, a material", async () => {
    const { status, body } = await post("ends/identify", {
      measured: {
        ...measured,
        outsideIn: 0.25,
        threadsPerInch: null,
        span: null,
        seal: [],
        gender: null,
        threaded: false,
        material: "pe",
        where: "appliance",
      },
    });
    assert.equal(status, 200);
    assert.equal(identifyResponse.parse(body).candidates[0]?.end, "tube-1/4-pe");
  });
  for (const [name, change, path] of [
    ["a negative reading", { outsideIn: -0.2 }, "measured.outsideIn"],
    ["9 ft", { outsideIn: 108 }, "measured.outsideIn"],
    ["400 per inch", { threadsPerInch: 400 }, "measured.threadsPerInch"],
    ["no thread with a count", { threaded: false }, "measured.threaded"],
    ["a count against its span", { threadsPerInch: 11 }, "measured.span"],
    ["a seat nobody knows", { seal: ["pointed"] }, "measured.seal.0"],
    ["a word for a number", { outsideIn: "0.5" }, "measured.outsideIn"],
    ["an unknown field", { colour: "brass" }, "measured"],
  ] as const)
    it(`refuses ${name} and names the field`, async () => {
      const { status, body } = await post("ends/identify", { measured: { ...measured, ...change } });
      assert.equal(status, 422);
      assert.ok(fieldsOf(body).includes(path), JSON.stringify(body));
    });
});

describe("POST /api/v1/ends/match", () => {
  it("is symmetric and gives the range of turns", async () => {
    const one = await post("ends/match", { a: "comp-1/4-m", b: "flare-1/4-f" });
    const other = await post("ends/match", { a: "flare-1/4-f", b: "comp-1/4-m" });
    assert.deepEqual(one.body, other.body);
    const match = matchResponse.parse(one.body);
    assert.equal(match.startsButWillNotSeal, true);
    assert.ok(
      match.turnsRange && match.turnsRange[0] !== null && match.turnsRange[0] < (match.turnsRange[1] ?? 99),
    );
  });
  it("names an end that is in no table", async () => {
    const { status, body } = await post("ends/match", { a: "comp-3/8-m", b: "comp-9/9-f" });
    assert.equal(status, 422);
    assert.deepEqual(fieldsOf(body), ["b"]);
  });
});

describe("the tables and the instruments", () => {
  it("GET /api/v1/ends gives every end with its thread", async () => {
    const { status, body } = await ask("GET", "/api/v1/ends");
    assert.equal(status, 200);
    const { ends, threads } = body as unknown as { ends: unknown[]; threads: unknown[] };
    assert.ok(ends.length > 160 && threads.length > 50);
  });
  it("the caliper streams simulated readings as events", async () => {
    const leaving = new AbortController();
    const response = await fetch(`${base()}/api/v1/instruments/caliper?piece=1`, {
      signal: leaving.signal,
    });
    assert.match(response.headers.get("content-type") ?? "", /^text\/event-stream/);
    const reader = response.body?.getReader();
    assert.ok(reader);
    const { value } = await reader.read();
    const reading: unknown = JSON.parse(
      new TextDecoder().decode(value).split("\n")[0]?.replace("data: ", "") ?? "",
    );
    assert.equal((reading as { simulated: boolean }).simulated, true);
    leaving.abort();
  });
  it("refuses a piece that is not in the tray", async () => {
    const { status, body } = await ask("GET", "/api/v1/instruments/caliper?piece=99");
    assert.equal(status, 422);
    assert.deepEqual(fieldsOf(body), ["piece"]);
    assert.equal((await ask("GET", "/api/v1/instruments/pieces/99")).status, 404);
  });
});
