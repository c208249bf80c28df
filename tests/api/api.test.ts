import assert from "node:assert/strict";
import { readdirSync } from "node:fs";
import { join } from "node:path";
import { after, before, describe, it } from "node:test";
import { z } from "zod";
import { filledPath } from "../../src/client/filled-path.ts";
import { healthEndpoint } from "../../src/schema/endpoint/health.ts";
import { ENDPOINTS, POST_ENDPOINTS } from "../../src/schema/endpoint/index.ts";
import { planEndpoint } from "../../src/schema/endpoint/plan.ts";
import { visitFile, visitResponse } from "../../src/schema/visit.ts";
import {
  type Answer,
  call,
  cloneDatabase,
  startServer,
  type TestDatabase,
  type TestServer,
} from "../support/server.ts";
import { event, idOf, LEFT, startedVisit } from "../support/story.ts";

let database: TestDatabase;
let server: TestServer;

before(async () => {
  database = await cloneDatabase("template_demo");
  server = await startServer(database.url);
});
after(async () => {
  await server.stop();
  await database.drop();
});

const ROUTES = join(import.meta.dirname, "../../src/pages/api");
/** Addresses of the route files, parameters as OpenAPI writes them. */
const routes = readdirSync(ROUTES, { recursive: true, encoding: "utf8" })
  .filter((name) => name.endsWith(".ts"))
  .map((name) => `/api/${name.replace(/(\/index)?\.ts$/, "").replace(/\[(?!\.)(\w+)\]/g, "{$1}")}`)
  .filter((path) => !["/api/v1/openapi.json", "/api/[...path]"].includes(path));

const VISIT = idOf(0xbeef);
const get = (path: string) => call(server.base, "GET", path);
const post = (path: string, body: unknown, headers?: Record<string, string>) =>
  call(server.base, "POST", path, body, headers);

/** An error as the contract shapes it: code, words, fields; nothing of our insides. */
function assertError(answer: Answer, status: number, code: string): void {
  assert.equal(answer.status, status);
  const { error } = answer.body as unknown as { error: { code: string; message: string; fields: unknown[] } };
  assert.equal(error.code, code);
  assert.ok(error.message.length > 5 && Array.isArray(error.fields));
  assert.doesNotMatch(JSON.stringify(answer.body), /node_modules|\.ts:\d|select |postgres/);
}

describe("health", () => {
  it("says that service and database are there", async () => {
    const { status, body } = await get("/api/v1/health");
    assert.equal(status, 200);
    assert.equal(healthEndpoint.response.parse(body).database, "ok");
  });
});

describe("the contract, live", () => {
  for (const { path, status: wanted, examples, response } of POST_ENDPOINTS)
    for (const [index, { asks, params }] of examples.entries())
      it(`example ${index + 1} of ${path} is answered as its schema says`, async () => {
        const { status, body } = await post(filledPath(path, params), asks);
        assert.equal(status, wanted);
        assert.deepEqual(response.parse(body), body);
      });

  it("answers every plain request as its schema says", async () => {
    const [opened] = POST_ENDPOINTS.find(({ path }) => path === "/api/v1/visits")?.examples ?? [];
    const params = { id: z.object({ visit: z.string() }).parse(opened?.asks).visit, piece: "3" };
    for (const endpoint of ENDPOINTS) {
      if (endpoint.method !== "get" || !("response" in endpoint)) continue;
      const { status, body } = await get(filledPath(endpoint.path, params));
      assert.equal(status, 200, endpoint.path);
      assert.ok(endpoint.response.safeParse(body).success, endpoint.path);
    }
  });

  it("defines every route file, and has a route file for every endpoint", () => {
    const served = ENDPOINTS.map(({ path }) => path);
    assert.deepEqual([...new Set(served)].sort(), routes.toSorted());
  });

  it("plans a toilet: one line, two joints", async () => {
    const asks = planEndpoint.examples[0]?.asks;
    const { body } = await post("/api/v1/hookups/plan", asks);
    const { plans, complete } = body as unknown as {
      plans: { joints: unknown[]; parts: unknown[] }[];
      complete: boolean;
    };
    assert.deepEqual([plans[0]?.parts.length, plans[0]?.joints.length, complete], [1, 2, true]);
  });
});

describe("bad input", () => {
  const [example] = planEndpoint.examples;
  assert.ok(example);
  const good = example.asks;
  const plan = "/api/v1/hookups/plan";

  it("that is not JSON is 400, and not sent as JSON 415", async () => {
    assertError(await post(plan, "{oops"), 400, "not-json");
    assertError(await post(plan, "{}", { "content-type": "text/plain" }), 415, "not-json-type");
  });

  it("names the field that is wrong", async () => {
    const answer = await post(plan, { ...good, inlet: { ...good.inlet, fixture: "fountain" } });
    assertError(answer, 422, "invalid");
    const { error } = answer.body as unknown as { error: { fields: { path: string }[] } };
    assert.equal(error.fields[0]?.path, "inlet.fixture");
  });

  it("of any sort is never a 500", async () => {
    const odd = [
      null,
      [],
      1,
      "x",
      {},
      { ...good, lengthIn: null },
      { ...good, stock: { "": -1 } },
      { ...good, supply: { ...good["supply"], end: "x".repeat(5000) } },
      { ...good, __proto__: 1, needs: Array(200).fill("union") },
    ];
    for (const path of [plan, "/api/v1/visits", "/api/v1/visits/import", `/api/v1/visits/${VISIT}/events`])
      for (const body of odd)
        assert.ok(
          (await post(path, JSON.stringify(body))).status < 500,
          `${path} ${JSON.stringify(body).slice(0, 80)}`,
        );
    for (const path of [
      "/api/v1/visits/x",
      "/api/v1/visits/%00",
      `/api/v1/visits/${"9".repeat(36)}`,
      "/api/v1/nothing",
      "/api/nothing",
    ])
      assertError(await get(path), 404, "not-found");
  });

  it("with an unknown end is refused by name, not failed", async () => {
    const { status, body } = await post(plan, { ...good, inlet: { ...good.inlet, end: "bc-9/9-m" } });
    assert.equal(status, 200);
    assert.equal((body as unknown as { refused: { code: string }[] }).refused[0]?.code, "unknown-end");
  });

  it("that is too large is 413", async () => {
    assertError(await post(plan, `{"x":"${"y".repeat(1_100_000)}"}`), 413, "too-large");
  });

  it("by another method is 405", async () => {
    for (const [method, path] of [
      ["GET", plan],
      ["DELETE", "/api/v1/visits"],
      ["PUT", `/api/v1/visits/${VISIT}`],
      ["POST", "/api/v1/health"],
    ] as const)
      assertError(await call(server.base, method, path), 405, "wrong-method");
  });
});

describe("visits over HTTP", () => {
  it("open, grow, are read, and come back from their file", async () => {
    const opened = await post("/api/v1/visits", { visit: VISIT, events: startedVisit() });
    assert.equal(opened.status, 201);
    const note = event({ kind: "visit-noted", text: "over the wire" });
    const added = await post(`/api/v1/visits/${VISIT}/events`, { events: [note], version: 3 });
    assert.deepEqual(added.body, { visit: VISIT, version: 4, added: 1 });
    assert.deepEqual((await post(`/api/v1/visits/${VISIT}/events`, { events: [note], version: 3 })).body, {
      visit: VISIT,
      version: 4,
      added: 0,
    });
    const read = visitResponse.parse((await get(`/api/v1/visits/${VISIT}`)).body);
    assert.deepEqual([read.version, read.events.at(-1)?.event], [4, { ...note, actor: "Ines Varga" }]);
    const exported = await get(`/api/v1/visits/${VISIT}/export`);
    assert.match(exported.headers.get("content-disposition") ?? "", /attachment; filename="visit-/);
    assert.equal(visitFile.parse(exported.body).events.length, 4);
    assert.deepEqual((await post("/api/v1/visits/import", exported.body)).body, {
      visit: VISIT,
      version: 4,
      added: 0,
    });
  });

  it("answer 409 to a stale version and 422 with the rule's own words", async () => {
    const stale = await post(`/api/v1/visits/${VISIT}/events`, {
      events: [event({ kind: "visit-noted", text: "late" })],
      version: 1,
    });
    assertError(stale, 409, "stale");
    const early = event({
      kind: "connection-signed",
      connection:
        startedVisit()[1]?.kind === "connection-added" ? "00000000-0000-4000-8000-00000000c0c0" : "",
      name: "T",
      lookBackBy: "plumber",
      left: LEFT,
    });
    const refused = await post(`/api/v1/visits/${VISIT}/events`, { events: [early] });
    assertError(refused, 422, "refused");
    assert.match(JSON.stringify(refused.body), /Not every joint is made/);
  });

  it("are listed with what is next", async () => {
    const { visits } = (await get("/api/v1/visits")).body as unknown as {
      visits: { connections: { phase: string }[] }[];
    };
    assert.ok(visits.length >= 5);
    assert.ok(visits.some((visit) => visit.connections.some(({ phase }) => phase === "overdue")));
  });
});

describe("published documents", () => {
  it("OpenAPI and the visit's JSON schema are served", async () => {
    const openapi = (await get("/api/v1/openapi.json")).body as unknown as { openapi: string; paths: object };
    assert.equal(openapi.openapi, "3.1.0");
    assert.ok(Object.keys(openapi.paths).includes("/api/v1/hookups/plan"));
    const schema = (await get("/api/v1/schema/visit.json")).body as unknown as { title: string };
    assert.equal(schema.title, "Brass Nut visit");
  });
});

describe("keeping strangers out", () => {
  it("refuses writes from other origins, to the interface and to plain forms", async () => {
    const stranger = { origin: "http://elsewhere.example", "sec-fetch-site": "cross-site" };
    assertError(await post("/api/v1/hookups/plan", {}, stranger), 403, "wrong-origin");
    const form = await fetch(`${server.base}/`, {
      method: "POST",
      headers: { ...stranger, "content-type": "application/x-www-form-urlencoded" },
      body: "preset=Toilet",
    });
    assert.equal(form.status, 403);
  });

  it("answers only to its own name", async () => {
    const { request } = await import("node:http");
    const status = await new Promise((resolve) =>
      request(
        { host: "127.0.0.1", port: server.port, path: "/", headers: { host: "rebound.example" } },
        (answer) => resolve(answer.statusCode),
      ).end(),
    );
    assert.equal(status, 421);
  });

  it("sends strict headers on pages, files and JSON", async () => {
    for (const path of ["/", "/favicon.svg", "/api/v1/health"]) {
      const { headers } = await fetch(server.base + path);
      assert.equal(headers.get("x-content-type-options"), "nosniff", path);
      assert.equal(headers.get("x-powered-by"), null);
      assert.match(headers.get("x-request-id") ?? "", /^[0-9a-f-]{36}$/);
      assert.equal(headers.get("referrer-policy"), "same-origin");
    }
    const policy = (await fetch(`${server.base}/`)).headers.get("content-security-policy") ?? "";
    assert.match(policy, /default-src 'self'/);
    assert.match(policy, /frame-ancestors 'none'/);
    assert.doesNotMatch(policy, /unsafe-inline|unsafe-eval/);
  });

  it("escapes what people type", async () => {
    const id = idOf(0xdead);
    const [opened, ...rest] = startedVisit();
    const renamed = [opened, ...rest].map((each, index) => ({
      ...each,
      id: idOf(0xdead00 + index),
      ...(each?.kind === "visit-opened" ? { title: '<script>alert("x")</script>' } : {}),
      ...(each && "connection" in each ? { connection: idOf(0xdeaf) } : {}),
    }));
    assert.equal((await post("/api/v1/visits", { visit: id, events: renamed })).status, 201);
    for (const path of [
      "/",
      `/visits/${id}`,
      `/visits/${id}/record`,
      `/visits/${id}/${idOf(0xdeaf)}/survey`,
    ]) {
      const html = await (await fetch(server.base + path)).text();
      // Inside a quoted attribute a "<" opens nothing, and quotes are written as entities.
      assert.ok(!html.replaceAll(/"[^"]*"/g, '""').includes("<script>alert"), path);
      assert.ok(!html.includes('alert("x")'), path);
    }
  });
});

describe("pages", () => {
  it("that are not there are 404, in HTML", async () => {
    for (const path of [
      "/nothing",
      `/visits/${idOf(0x404)}`,
      "/visits/x",
      `/visits/${VISIT}/${idOf(0x404)}/survey`,
    ]) {
      const response = await fetch(server.base + path);
      assert.equal(response.status, 404, path);
      assert.match(await response.text(), /There is nothing here/);
    }
  });

  it("say what is wrong with a form and keep nothing of it", async () => {
    const response = await fetch(`${server.base}/`, {
      method: "POST",
      body: new URLSearchParams({
        visit: idOf(0xf0),
        preset: "Toilet",
        siteName: "",
        siteAddress: "",
        siteZone: "America/Halifax",
        title: "",
        place: "",
      }),
    });
    assert.equal(response.status, 422);
    assert.match(await response.text(), /siteName: must not be empty/);
    assertError(await get(`/api/v1/visits/${idOf(0xf0)}`), 404, "not-found");
  });

  it("a form sent twice opens one visit", async () => {
    const form = {
      visit: idOf(0xf1),
      preset: "Lavatory faucet",
      siteName: "Gullwing Hall",
      siteAddress: "",
      siteZone: "America/Halifax",
      title: "",
      place: "",
    };
    const send = () =>
      fetch(`${server.base}/`, { method: "POST", body: new URLSearchParams(form), redirect: "manual" });
    const [first, second] = [await send(), await send()];
    assert.deepEqual([first.status, second.status], [303, 303]);
    assert.equal(first.headers.get("location"), second.headers.get("location"));
    const read = visitResponse.parse((await get(`/api/v1/visits/${idOf(0xf1)}`)).body);
    assert.deepEqual(
      read.events.map(({ event: each }) => each.kind),
      ["visit-opened", "connection-added", "connection-added"],
    );
  });
});
