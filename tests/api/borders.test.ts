/** The server's borders: odd addresses and methods, forms on what is not there, files too long, a database that is away. */
import assert from "node:assert/strict";
import { readdirSync, readFileSync } from "node:fs";
import { get as httpGet } from "node:http";
import { connect as openSocket } from "node:net";
import { join } from "node:path";
import { describe, it } from "node:test";
import { v4 as uuid } from "uuid";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { FIXTURES, NEEDS } from "../../src/core/plan/index.ts";
import { planResponse } from "../../src/schema/plan-answer.ts";
import { scheduleResponse } from "../../src/schema/schedule.ts";
import { visitFile } from "../../src/schema/visit.ts";
import { startApi } from "../support/desk.ts";
import { event, startedVisit } from "../support/story.ts";
import { tables } from "../support/tables.ts";

const { base, request: ask, cutDatabase } = startApi("template_demo");
const VISIT = demoVisitId("laundry");
const get = (path: string, init: RequestInit = {}) => fetch(base() + path, { redirect: "manual", ...init });
const send = (path: string, fields: Record<string, string>) =>
  get(path, { method: "POST", body: new URLSearchParams(fields) });

/** Bytes as they are, and the first line of what comes back. */
function raw(text: string): Promise<string> {
  const { port, host } = new URL(base());
  return new Promise((resolve, reject) => {
    const socket = openSocket(Number(port), "127.0.0.1");
    let heard = "";
    socket.on("data", (chunk: Buffer) => {
      heard += chunk.toString();
      if (!heard.includes("\r\n\r\n")) return;
      socket.destroy();
      resolve(heard);
    });
    socket.once("error", reject);
    socket.write(text.replaceAll("HOST", host));
  });
}

describe("the actor of an event", () => {
  it("comes from the request, not from what the sender claims", async () => {
    const note = { ...event({ kind: "visit-noted", text: "claimed" }, uuid()), actor: "Customer, by link" };
    const answer = await ask("POST", `/api/v1/visits/${VISIT}/events`, { events: [note] });
    assert.equal(answer.status, 200);
    const { events } = visitFile.parse(await (await get(`/api/v1/visits/${VISIT}/export`)).json());
    const actor = events.find((each) => each.event.id === note.id)?.event.actor;
    assert.equal(actor, "Ines Varga");
  });
});

/** Routes of the build, as the framework lists them: our own, and those it adds by itself. */
function builtRoutes(): readonly { readonly route: string; readonly origin: string }[] {
  const folder = join(process.env["TEST_DIST"] ?? "", "server");
  const manifest = readdirSync(folder).find((name) => /^manifest_.*\.mjs$/.test(name)) ?? "";
  const text = readFileSync(join(folder, manifest), "utf8");
  return [...text.matchAll(/"route":"([^"]*)"[^{}]*?(?:\{[^{}]*\}[^{}]*?)*?"origin":"(\w+)"/g)].map(
    ([, route = "", origin = ""]) => ({ route, origin }),
  );
}

describe("routes that the framework adds", () => {
  it("are refused, whatever they are called with", async () => {
    const routes = builtRoutes();
    assert.ok(routes.length > 60, `${routes.length} routes`);
    const added = routes.filter(({ origin }) => origin !== "project");
    for (const { route } of [
      ...added,
      { route: "/_image" },
      { route: "/_server-islands/x" },
      { route: "/_actions/x" },
    ])
      for (const query of ["", "?href=/icon-512.png&w=16000&h=16000&f=png", "?href=/etc/passwd"])
        assert.equal((await get(route + query)).status, 404, route + query);
  });
  for (const path of ["/404", "/500", "/trouble"])
    it(`${path} asked for directly is 404`, async () => assert.equal((await get(path)).status, 404));
});

describe("a page of another site", () => {
  /** As a browser says it: fetch of this machine says other things by itself. */
  const statusFrom = (path: string, site: string, mode: string, dest: string) =>
    new Promise<number>((resolve, reject) => {
      const headers = { "sec-fetch-site": site, "sec-fetch-mode": mode, "sec-fetch-dest": dest };
      httpGet(base() + path, { headers }, (response) => {
        response.resume();
        resolve(response.statusCode ?? 0);
      }).once("error", reject);
    });
  it("may send a person here, and gets nothing computed for itself", async () => {
    assert.equal(await statusFrom("/", "cross-site", "navigate", "document"), 200);
    for (const [path, mode, dest] of [
      ["/", "no-cors", "image"],
      ["/", "navigate", "iframe"],
      [`/api/v1/visits/${VISIT}/record.pdf`, "navigate", "document"],
      ["/api/v1/visits.csv", "no-cors", "image"],
    ] as const)
      for (const site of ["cross-site", "same-site"])
        assert.equal(await statusFrom(path, site, mode, dest), 403, `${path} ${mode} ${dest}`);
    assert.equal(await statusFrom("/api/v1/health", "same-origin", "cors", "empty"), 200);
  });
});

describe("questions that once were failures", () => {
  it("a branch without elements is refused in words", async () => {
    const answer = await ask("POST", "/api/v1/water/flow", {
      waterTempF: 55,
      supplyPsi: 60,
      elevationFt: 2,
      elements: [],
      emitterGpmPerSqrtPsi: 0.4,
    });
    assert.equal(answer.status, 422);
    assert.match(JSON.stringify(answer.body), /elements/);
  });
  it("a calendar that repeats on a day that never comes is refused, and the server goes on answering", async () => {
    const calendar =
      "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:a\r\nDTSTART:20260101T000000Z\r\nDURATION:PT1H\r\nRRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";
    const form = new FormData();
    form.set("action", "read");
    form.set("file", new File([calendar], "x.ics", { type: "text/calendar" }));
    const reading = get("/week", { method: "POST", body: form });
    assert.equal((await get("/api/v1/health")).status, 200);
    assert.equal((await reading).status, 422);
  });
});

describe("addresses and methods", () => {
  for (const [target, status, says] of [
    ["/%zz", 404, /not-found/],
    ["/api/v1/%zz", 404, /not-found/],
    ["/api/v1/visits%2fx", 404, /not-found/],
    ["http://HOST/visits", 200, /All visits/],
    ["http://elsewhere.example/", 404, /not-found/],
    ["//look-back/x", 404, /does not work any more/],
  ] as const)
    it(`${target} is ${status}`, async () => {
      const heard = await raw(`GET ${target} HTTP/1.1\r\nHost: HOST\r\nConnection: close\r\n\r\n`);
      assert.match(heard, new RegExp(`^HTTP/1.1 ${status} `));
      const body = await (target.startsWith("http")
        ? get("/visits").then((r) => r.text())
        : Promise.resolve(heard));
      if (status === 200) assert.match(body, says);
    });

  it("TRACE and methods nobody knows are 405, and say which are possible", async () => {
    for (const method of ["TRACE", "PURGE"]) {
      const heard = await raw(`${method} / HTTP/1.1\r\nHost: HOST\r\n\r\n`);
      assert.match(heard, /^HTTP\/1.1 405 /);
      assert.match(heard, /allow: GET, HEAD, POST/i);
    }
  });

  it("HEAD answers as GET does, without a body", async () => {
    for (const path of ["/", "/api/v1/health", "/api/v1/visits"]) {
      const response = await get(path, { method: "HEAD" });
      assert.deepEqual([response.status, await response.text()], [200, ""], path);
    }
  });

  it("a method an endpoint does not know is answered with those it knows", async () => {
    const response = await get("/api/v1/visits", { method: "DELETE" });
    assert.deepEqual([response.status, response.headers.get("allow")], [405, "GET, HEAD, POST"]);
  });

  it("every answer says how long it may be kept", async () => {
    for (const [path, says] of [
      ["/", /no-cache/],
      ["/look-back/x", /no-store/],
      ["/api/v1/visits", /no-store/],
      ["/favicon.svg", /max-age=3600/],
    ] as const)
      assert.match((await get(path)).headers.get("cache-control") ?? "", says, path);
    assert.match((await get("/")).headers.get("permissions-policy") ?? "", /geolocation=\(\)/);
  });
});

describe("plain forms", () => {
  it("on a visit that is not there are 404, not a failure", async () => {
    const response = await send(`/visits/${uuid()}`, { action: "note", text: "x" });
    assert.equal(response.status, 404);
    assert.match(await response.text(), /There is nothing here/);
  });

  it("sent three times write one note", async () => {
    const id = uuid();
    for (let times = 0; times < 3; times += 1)
      assert.equal((await send(`/visits/${VISIT}`, { action: "note", text: `note ${id}`, id })).status, 303);
    const { body } = await ask("GET", `/api/v1/visits/${VISIT}`);
    assert.equal(JSON.stringify(body).split(`note ${id}`).length - 1, 1);
  });

  for (const [back, location] of [
    ["/visits?list=all", "/visits?list=all"],
    ["//evil.example", "/"],
    ["/\t/evil.example", "/"],
    ["/\\evil.example", "/"],
    ["https://evil.example/", "/"],
    ["/né\u0001x", "/n%C3%A9%01x"],
  ] as const)
    it(`the theme goes back to ${JSON.stringify(back)} as ${location}`, async () => {
      const response = await send("/theme", { theme: "dark", back });
      assert.deepEqual([response.status, response.headers.get("location")], [303, location]);
    });
  it("the theme is never a failure", async () => {
    const response = await get("/theme", {
      method: "POST",
      body: "{}",
      headers: { "content-type": "application/json" },
    });
    assert.equal(response.status, 303);
    assert.equal((await get("/theme")).status, 405);
  });

  it("with a character that cannot be kept name the field", async () => {
    const response = await send(`/visits/${VISIT}`, { action: "note", text: "a\u0000b" });
    assert.equal(response.status, 422);
    assert.match(await response.text(), /text: holds a character that cannot be kept/);
  });

  it("take a catalogue file as long as the one that was looked at", async () => {
    const text = await (await get("/api/v1/catalogue.csv")).text();
    const [header = "", ...rows] = text.trimEnd().split("\n");
    const copies = Math.floor(900_000 / text.length);
    const many = Array.from({ length: copies }, (_, n) =>
      rows.map((row) => row.replace(/^([A-Z0-9-]{1,30})/, `$1-${n}`)).join("\n"),
    );
    const file = `${header}\n${many.join("\n")}\n`;
    assert.ok(file.length > 700_000 && file.length < 950_000);
    const form = new FormData();
    form.append("text", file);
    const response = await get("/catalogue", { method: "POST", body: form });
    assert.equal(response.status, 200);
    assert.match(await response.text(), /Taken in: \d+ new/);
  });

  it("for spreadsheets mark what would be run as a formula", async () => {
    const plain = await (await get("/api/v1/steps.csv")).text();
    const marked = await (await get("/api/v1/steps.csv?for=spreadsheet")).text();
    assert.equal(plain, marked, "nothing that ships looks like a formula");
  });
});

describe("links of customers", () => {
  it("that lead nowhere are slowed down for whoever tries many, by whatever spelling", async () => {
    const statuses = new Map<number, number>();
    for (let count = 0; count < 45; count += 1) {
      const path = ["/look-back/x", "//look-back/x", "/%6cook-back/x", "/./look-back/x"][count % 4] ?? "/";
      const { status } = await get(path);
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
    }
    assert.ok((statuses.get(429) ?? 0) >= 10, JSON.stringify([...statuses]));
  });
});

describe("requests", () => {
  const supply = {
    end: "comp-3/8-m",
    kind: "stop-outlet",
    water: "cold",
    staticPsi: 60,
    stopHolds: true,
    keepsExistingLine: false,
  };
  const inlet = { end: "bc-7/8-m", fixture: "toilet", plastic: true };

  it("may leave out what is optional, or say null", async () => {
    const short = { supply, inlet, lengthIn: { min: 0, max: 13 } };
    const long = { ...short, needs: [], access: "open", houseRules: {}, stock: null };
    const nulls = {
      ...long,
      supply: { ...supply, material: null, keptLine: null },
      swaps: null,
      lineKind: null,
      houseRules: null,
    };
    // One after the other: three searches at once on a busy machine may each stop at the bound of their time.
    const one = await ask("POST", "/api/v1/hookups/plan", short);
    const two = await ask("POST", "/api/v1/hookups/plan", long);
    const three = await ask("POST", "/api/v1/hookups/plan", nulls);
    assert.equal(one.status, 200);
    assert.deepEqual(one.body, two.body);
    assert.deepEqual(two.body, three.body);
  });

  it("may say what runs to the fixture, what stands before the pipe, what came in the box, and how far the work goes", async () => {
    const stub = { ...supply, end: "pipe-1/2-copper", kind: "stub", looks: "wall" };
    const base = { supply: stub, inlet, lengthIn: { min: 10.5, max: 13 } };
    const first = async (body: object) => {
      const { status, body: answer } = await ask("POST", "/api/v1/hookups/plan", { ...base, ...body });
      assert.equal(status, 200, JSON.stringify(answer));
      const [plan] = planResponse.parse(answer).plans;
      assert.ok(plan, JSON.stringify(body));
      return plan;
    };
    const capped = await first({ phase: "rough-in" });
    assert.equal(capped.parts.at(-1)?.kind, "cap");
    const kept = await first({ supply, line: { by: "kept", lengthIn: 12 } });
    assert.ok(kept.parts.every(({ kind }) => kind === "washer"));
    const boxed = await first({ supply, stockInBox: { "LB-C38B78-012": 1 } });
    assert.equal(boxed.priceCents, 0);
    const behind = await first({ supply: { ...stub, behindValve: "holds", material: "galvanized" } });
    assert.ok(behind.warnings.some(({ code }) => code === "behind-valve"));
    const plain = await first({});
    assert.deepEqual(
      [...(plain.makeUpOrder ?? [])].sort(),
      plain.joints.map(({ number }) => number),
    );
    for (const joint of plain.joints) assert.ok(joint.held && joint.prepare && joint.turning !== undefined);
    const piped = await first({
      line: { by: "none" },
      inlet: { ...inlet, end: "npt-1/2-m", fixture: "hydrant" },
      needs: ["backflow"],
    });
    assert.deepEqual(
      piped.parts.filter(({ branch }) => branch === "outlet").map(({ kind }) => kind),
      ["backflow"],
    );
  });

  it("with a word that is not in the list are told the list", async () => {
    const { status, body } = await ask("POST", "/api/v1/hookups/plan", {
      supply,
      inlet: { ...inlet, fixture: "fountain" },
      lengthIn: { min: 1, max: 2 },
    });
    assert.equal(status, 422);
    for (const fixture of FIXTURES) assert.match(JSON.stringify(body), new RegExp(`\\b${fixture}\\b`));
  });

  it("for a plan with no end in sight are answered within the planner's bound, and say so", async () => {
    const { status, body } = await ask("POST", "/api/v1/hookups/plan", {
      supply,
      inlet,
      lengthIn: { min: 10.5, max: 74 },
      needs: NEEDS,
    });
    assert.equal(status, 200);
    const answer = planResponse.parse(body);
    assert.equal(answer.complete, false);
    assert.equal(answer.refused[0]?.code, "bound-reached");
  });

  for (const fixture of FIXTURES)
    it(`for a run sheet of a ${fixture} are answered`, async () => {
      for (const water of ["cold", "hot"]) {
        const { status, body } = await ask("POST", "/api/v1/visits/run-sheet", {
          connections: [{ id: "a", fixture, zone: "stop", stop: "holds", water }],
          startAt: "2026-11-27T09:00:00Z",
        });
        const demand = tables.demands.find((each) => each.fixture === fixture);
        if (water === "hot" && demand?.waters === "cold") {
          assert.equal(status, 422);
          assert.match(JSON.stringify(body), /connections\.0\.plan.*cold water only/);
          continue;
        }
        assert.equal(status, 200, JSON.stringify(body));
        assert.ok(scheduleResponse.parse(body).steps.length > 3);
      }
    });

  it("with ids in capitals are the same as without", async () => {
    const [first] = startedVisit();
    const id = uuid();
    const opening = { ...first, id: uuid().toUpperCase() };
    for (const visit of [id.toUpperCase(), id])
      assert.equal((await ask("POST", "/api/v1/visits", { visit, events: [opening] })).status, 201);
    const note = event({ kind: "visit-noted", text: "x" }, uuid().toUpperCase());
    for (const added of [1, 0]) {
      const { body } = await ask("POST", `/api/v1/visits/${id.toUpperCase()}/events`, { events: [note] });
      assert.equal((body as unknown as { added: number }).added, added);
    }
  });

  for (const [name, change, path] of [
    ["no time at all", { typedAt: "yesterday" }, "events.0.typedAt"],
    ["NUL in a text", { text: "a\u0000" }, "events.0.text"],
    ["half of a character", { text: "a\ud83d" }, "events.0.text"],
  ] as const)
    it(`with ${name} are 422 and name the field`, async () => {
      const note = { ...event({ kind: "visit-noted", text: "x" }, uuid()), ...change };
      const { status, body } = await ask("POST", `/api/v1/visits/${VISIT}/events`, { events: [note] });
      assert.equal(status, 422);
      const { error } = body as unknown as { error: { fields: { path: string }[] } };
      assert.equal(error.fields[0]?.path, path);
    });

  for (const typedAt of ["0026-11-27T09:00:00Z", "2126-11-27T09:00:00Z"])
    it(`with the year ${typedAt.slice(0, 4)} of a lost clock are kept, marked, with the time they came in`, async () => {
      const note = { ...event({ kind: "visit-noted", text: "x" }, uuid()), typedAt };
      const { status } = await ask("POST", `/api/v1/visits/${VISIT}/events`, { events: [note] });
      assert.equal(status, 200);
      const { events } = visitFile.parse(await (await get(`/api/v1/visits/${VISIT}/export`)).json());
      const kept = events.find((each) => each.event.id === note.id) ?? assert.fail();
      assert.deepEqual([kept.event.typedAt, kept.event.isClockUnknown], [kept.receivedAt, true]);
    });

  it("for a gauge finer than any are judged, not failed", async () => {
    const { status } = await ask("POST", "/api/v1/leaks/hold", {
      section: { volumeMl: 120, hoseFt: 5, hoseType: "braided", material: "copper" },
      startPsi: 60,
      gauge: { resolutionPsi: 1e-9, type: "digital" },
      samples: Array.from({ length: 60 }, (_, n) => ({ t: n * 10, psi: 60 })),
    });
    assert.equal(status, 200);
  });

  it("for lists of visits page through all of them", async () => {
    const seen: string[] = [];
    for (let after = "", pages = 0; pages < 40; pages += 1) {
      const { status, body } = await ask("GET", `/api/v1/visits?limit=2${after}`);
      assert.equal(status, 200);
      const page = body as unknown as { visits: { visit: string }[]; next: string | null };
      seen.push(...page.visits.map(({ visit }) => visit));
      if (page.next === null) break;
      after = `&after=${encodeURIComponent(page.next)}`;
    }
    assert.equal(new Set(seen).size, seen.length);
    assert.ok(seen.length >= 6);
    assert.equal((await ask("GET", "/api/v1/visits?limit=0")).status, 422);
    assert.equal((await ask("GET", "/api/v1/visits?list=some")).status, 422);
  });
});

describe("a database that is away", () => {
  it("makes reads 503 with a time to come again, and everything is back by itself when it is", async () => {
    const mend = await cutDatabase();
    const { status, body } = await ask("GET", "/api/v1/health");
    assert.deepEqual([status, body], [503, { ...body, status: "degraded", database: "away" }]);
    for (const path of ["/api/v1/visits", "/", `/visits/${VISIT}`]) {
      const response = await get(path);
      assert.deepEqual([response.status, response.headers.get("retry-after")], [503, "2"], path);
    }
    await mend();
    for (const path of ["/api/v1/health", "/api/v1/visits", "/"]) {
      let status = 0;
      for (let tries = 0; tries < 200 && status !== 200; tries += 1) ({ status } = await get(path));
      assert.equal(status, 200, path);
    }
  });
});

describe("customers' links", () => {
  it("tries at links are counted by the connection, whatever a header says", async () => {
    const statuses: number[] = [];
    for (let n = 0; n < 32; n += 1)
      statuses.push(
        (await get(`/look-back/none-${n}`, { headers: { "x-forwarded-for": `10.0.0.${n}` } })).status,
      );
    assert.ok(statuses.includes(429));
  });
});
