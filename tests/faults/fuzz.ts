/** Requests put wrong by chance, from a seed, against every endpoint, page and form; what comes back is judged. */
import { connect as openSocket } from "node:net";
import type { z } from "zod";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { filledPath } from "../../src/client/filled-path.ts";
import { POST_ENDPOINTS } from "../../src/schema/endpoint/index.ts";
import { type RandomSource, randomFrom } from "../../src/simulators/chance.ts";
import { event, idOf, startedVisit } from "../support/story.ts";
import { brokenText, type Json, mutatedOften, pick } from "./mutate.ts";

interface Shot {
  readonly name: string;
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string | Uint8Array<ArrayBuffer> | FormData | null;
  readonly answers?: z.ZodType;
}

export interface Fault {
  readonly what: "5xx" | "shape" | "answer" | "stack" | "no answer";
  readonly shot: string;
  readonly detail: string;
}

export interface FuzzReport {
  readonly requests: number;
  readonly byStatus: ReadonlyMap<number, number>;
  readonly faults: readonly Fault[];
  readonly slowestMs: number;
  readonly slowest: string;
  /** Longest anybody waited to hear that the service is well, meanwhile. */
  readonly healthMs: { readonly median: number; readonly worst: number; readonly asked: number };
}

const JSON_TYPE = { "content-type": "application/json" };
const VISIT = demoVisitId("laundry");
const asJson = (value: unknown): Json => JSON.parse(JSON.stringify(value));

/** The requests that are right, which the others are made from. */
function rightRequests(): readonly {
  readonly path: string;
  readonly body: Json;
  readonly answers?: z.ZodType;
}[] {
  const events = startedVisit();
  const note = event({ kind: "visit-noted", text: "a note" });
  const file = {
    format: "brass-nut/visit@1",
    visit: idOf(0xf1fe),
    events: events.map((each) => ({ event: each, receivedAt: each.typedAt })),
  };
  return [
    ...POST_ENDPOINTS.flatMap(({ path, examples, response }) =>
      examples.map(({ asks, params }) => ({
        path: filledPath(path, params),
        body: asJson(asks),
        answers: response,
      })),
    ),
    {
      path: "/api/v1/leaks/plan-hold",
      body: {
        section: { volumeMl: 120, hoseFt: 5, hoseType: "braided", material: "copper" },
        startPsi: 60,
        stopChecked: true,
        gauge: { resolutionPsi: 0.1, type: "digital" },
        wantedMlPerMin: 0.01,
      },
    },
    { path: "/api/v1/visits", body: asJson({ visit: idOf(0xf0f0), events }) },
    { path: `/api/v1/visits/${VISIT}/events`, body: asJson({ events: [note], sentAt: note.typedAt }) },
    { path: `/api/v1/visits/${VISIT}/events`, body: asJson({ events: events.slice(1) }) },
    { path: "/api/v1/visits/import", body: asJson(file) },
  ];
}

const GETS = [
  "/",
  "/visits",
  "/look-backs",
  "/catalogue",
  "/house-rules",
  "/steps",
  "/identify",
  "/fits",
  "/line",
  "/line/card",
  "/visits/import",
  "/visits/unsent",
  "/sites",
  "/customers",
  "/due",
  "/week",
  "/search?q=a",
  "/truck",
  "/truck/load",
  "/settings",
  "/catalogue/LB-C38B78-012",
  "/api/v1/due.ics",
  "/api/v1/visits.ics",
  "/api/v1/truck.csv",
  "/api/v1/visits.csv",
  "/api/v1/sites.csv",
  "/api/v1/restock.csv",
  "/trouble",
  "/look-back/x",
  `/visits/${VISIT}`,
  `/visits/${VISIT}/run`,
  `/visits/${VISIT}/time-line`,
  `/visits/${VISIT}/record`,
  `/visits/${VISIT}/notice`,
  "/api/v1/health",
  "/api/v1/ends",
  "/api/v1/visits",
  "/api/v1/catalogue.csv",
  "/api/v1/steps.csv",
  "/api/v1/look-backs.ics",
  "/api/v1/openapi.json",
  "/api/v1/schema/visit.json",
  `/api/v1/visits/${VISIT}`,
  `/api/v1/visits/${VISIT}/export`,
  `/api/v1/visits/${VISIT}/water-off.ics`,
  `/api/v1/visits/${VISIT}/photos/${idOf(1)}`,
  `/api/v1/visits/${VISIT}/holds/${idOf(1)}.csv`,
  "/api/v1/instruments/pieces/1",
] as const;

const QUERIES = [
  "",
  "?q=%00",
  "?q=%ff",
  "?list=x",
  "?list=all&limit=0",
  "?limit=1e9",
  "?after=%00~",
  "?after=all~2026",
  "?hands=9",
  "?edit=%00",
  "?a[]=1&a[]=2",
  "?for=spreadsheet",
  "?joint=-1",
  `?q=${"x".repeat(3000)}`,
];
const TAILS = ["", "/", "/..", "/%2e%2e", "/%00", "/%zz", "/%2f", "//", "/.", "/%ff", "\\", ";a=b", "/x/y/z"];
const METHODS = ["GET", "GET", "GET", "POST", "PUT", "DELETE", "PATCH", "OPTIONS", "HEAD"];

const FORMS: readonly { readonly path: string; readonly fields: Readonly<Record<string, string>> }[] = [
  {
    path: "/",
    fields: {
      visit: idOf(0xf100),
      preset: "Toilet",
      siteName: "Hall",
      siteAddress: "",
      siteZone: "UTC",
      title: "",
      place: "",
    },
  },
  { path: `/visits/${VISIT}`, fields: { action: "note", text: "seen", id: idOf(0xf200) } },
  {
    path: `/visits/${VISIT}`,
    fields: { action: "add", connection: idOf(0xf201), preset: "Toilet", place: "x" },
  },
  {
    path: `/visits/${VISIT}`,
    fields: { action: "drop", connection: idOf(0xf202), reason: "x", id: idOf(0xf203) },
  },
  { path: `/visits/${idOf(0xdead)}`, fields: { action: "note", text: "x" } },
  { path: "/catalogue/LB-C38B78-012", fields: { action: "price", price: "9.50" } },
  { path: "/catalogue/LB-C38B78-012", fields: { action: "choice", choice: "favourite" } },
  {
    path: "/catalogue/LB-C38B78-012",
    fields: { action: "copy", sku: "OURS-2", name: "x", price: "1", lengthIn: "2" },
  },
  { path: "/truck", fields: { stock: "LB-C38B78-012,2,A1,1", version: "0" } },
  { path: "/truck/load", fields: { day: "2026-11-29", item: "wrench", action: "load", quantity: "0" } },
  { path: "/week", fields: { visit: "00000000-0000-4000-8000-000000000001", startsOn: "2026-11-29T09:00" } },
  {
    path: "/due",
    fields: {
      action: "dismiss",
      connection: "00000000-0000-4000-8000-000000000001",
      code: "filter",
      dueOn: "2027-01-01",
      reason: "x",
    },
  },
  {
    path: "/customers",
    fields: { id: "00000000-0000-4000-8000-0000000000c1", name: "Trust", phone: "", email: "", note: "" },
  },
  { path: "/settings", fields: { action: "upkeep", version: "0", filter: "6" } },
  { path: "/catalogue", fields: { text: "sku,name\nX,Y" } },
  { path: "/house-rules", fields: { toiletLine: "rigid", version: "0" } },
  { path: "/steps", fields: { action: "move", step: "towel", to: "up", seen: "" } },
  { path: "/steps", fields: { action: "take-back", version: "99999999999", seen: "1" } },
  { path: "/steps", fields: { action: "file", text: "id,phase\nx,y" } },
  { path: "/look-backs", fields: { visit: VISIT, connection: idOf(0xc0) } },
  { path: "/look-back/nothing", fields: { result: "dry" } },
  { path: "/theme", fields: { theme: "dark", back: "/visits" } },
];

function jsonShot(chance: RandomSource, right: ReturnType<typeof rightRequests>): Shot {
  const { path, body, answers } = pick(chance, right);
  const changed = JSON.stringify(mutatedOften(body, chance));
  const text = chance.happens(0.06) ? brokenText(changed, chance) : changed;
  const headers = chance.happens(0.04)
    ? { "content-type": pick(chance, ["text/plain", "application/xml", "application/json; x", ""]) }
    : JSON_TYPE;
  return { name: `POST ${path}`, method: "POST", path, headers, body: text, ...(answers ? { answers } : {}) };
}

function pathShot(chance: RandomSource): Shot {
  const path = pick(chance, GETS);
  const method = pick(chance, METHODS);
  const asked = path + (chance.happens(0.4) ? pick(chance, TAILS) : "") + pick(chance, QUERIES);
  const headers = chance.happens(0.2)
    ? pick<Record<string, string>>(chance, [
        { accept: "\u00ff" },
        { cookie: "theme=%00; theme=x" },
        { "if-none-match": "*" },
        { range: "bytes=0-0,-1" },
        { "accept-language": "x".repeat(3000) },
        { origin: "http://elsewhere.example" },
        { "sec-fetch-site": "cross-site" },
      ])
    : {};
  return { name: `${method} ${asked.slice(0, 120)}`, method, path: asked, headers, body: null };
}

function formShot(chance: RandomSource): Shot {
  const { path, fields } = pick(chance, FORMS);
  const changed = Object.entries(fields).flatMap(([name, value]): [string, string][] => {
    if (chance.happens(0.1)) return [];
    const odd = mutatedOften(value, chance);
    return [[name, typeof odd === "string" ? odd : JSON.stringify(odd)]];
  });
  const name = `form ${path}`;
  if (chance.happens(0.7)) {
    const body = new URLSearchParams(changed).toString();
    return {
      name,
      method: "POST",
      path,
      headers: { "content-type": "application/x-www-form-urlencoded" },
      body,
    };
  }
  if (chance.happens(0.2))
    return {
      name,
      method: "POST",
      path,
      headers: {
        "content-type": pick(chance, [
          "multipart/form-data",
          "multipart/form-data; boundary=x",
          "application/json",
          "text/plain",
        ]),
      },
      body: "--x\r\nbroken",
    };
  const body = new FormData();
  for (const [field, value] of changed) body.append(field, value.replaceAll(/\p{Cs}/gu, "?"));
  if (chance.happens(0.5))
    body.append("file", new File([brokenText('{"a":1}\nsku,b', chance)], "a\u0000.csv"));
  return { name, method: "POST", path, headers: {}, body };
}

/** A PNG's first bytes, with any width and height. */
function pngHead(width: number, height: number): Uint8Array<ArrayBuffer> {
  const bytes = Buffer.from(new ArrayBuffer(64));
  Buffer.from("89504e470d0a1a0a0000000d49484452", "hex").copy(bytes);
  bytes.writeUInt32BE(width >>> 0, 16);
  bytes.writeUInt32BE(height >>> 0, 20);
  return new Uint8Array(bytes);
}

function pictureShot(chance: RandomSource, count: number): Shot {
  const body = pick<Uint8Array<ArrayBuffer>>(chance, [
    pngHead(30_000, 30_000),
    pngHead(0, 0),
    pngHead(2 ** 32 - 1, 2 ** 32 - 1),
    new Uint8Array(Buffer.from("ffd8ff", "hex")),
    new Uint8Array(Buffer.from("ffd8ffe000104a46494600010100", "hex")),
    new Uint8Array(Buffer.from("52494646000000005745425056503820", "hex")),
    new TextEncoder().encode("<svg onload=alert(1)>"),
    new Uint8Array(0),
    new Uint8Array(950_000).fill(0xff),
  ]);
  const path = `/api/v1/visits/${pick(chance, [VISIT, idOf(0xdead), "x", VISIT.toUpperCase()])}/photos/${idOf(0xf00000 + count)}`;
  return { name: `PUT picture`, method: "PUT", path, headers: { "content-type": "image/png" }, body };
}

interface Heard {
  readonly status: number;
  readonly type: string;
  readonly text: string;
}

async function fire(base: string, shot: Shot): Promise<Heard> {
  const response = await fetch(base + shot.path, {
    method: shot.method,
    headers: shot.headers,
    redirect: "manual",
    signal: AbortSignal.timeout(60_000),
    ...(shot.body === null ? {} : { body: shot.body }),
  });
  return {
    status: response.status,
    type: response.headers.get("content-type") ?? "",
    text: await response.text(),
  };
}

/** What an HTTP library would not send: told as bytes. */
const RAW = [
  "TRACE / HTTP/1.1\r\nHost: H\r\n\r\n",
  "GET http://H/visits HTTP/1.1\r\nHost: H\r\n\r\n",
  "GET http://elsewhere.example/ HTTP/1.1\r\nHost: H\r\n\r\n",
  "GET //H/ HTTP/1.1\r\nHost: H\r\n\r\n",
  "GET /%zz HTTP/1.1\r\nHost: H\r\n\r\n",
  "GET /api/v1/%zz HTTP/1.1\r\nHost: H\r\n\r\n",
  "GET /api/v1/visits%2fx HTTP/1.1\r\nHost: H\r\n\r\n",
  "GET /\u0000 HTTP/1.1\r\nHost: H\r\n\r\n",
  "GET / HTTP/1.1\r\n\r\n",
  "GET / HTTP/1.1\r\nHost: elsewhere\r\n\r\n",
  "OPTIONS * HTTP/1.1\r\nHost: H\r\n\r\n",
  "BREW / HTTP/1.1\r\nHost: H\r\n\r\n",
  'POST /api/v1/ends/match HTTP/1.1\r\nHost: H\r\nContent-Type: application/json\r\nTransfer-Encoding: chunked\r\n\r\n5\r\n{"a":\r\n0\r\n\r\n',
  "POST /api/v1/ends/match HTTP/1.1\r\nHost: H\r\nContent-Type: application/json\r\nContent-Length: 99999999\r\n\r\n{}",
] as const;

function fireRaw(port: number, text: string): Promise<Heard> {
  return new Promise((resolve) => {
    const socket = openSocket(port, "127.0.0.1");
    let heard = "";
    const done = () => {
      socket.destroy();
      const status = Number(/^HTTP\/1\.[01] (\d{3})/.exec(heard)?.[1] ?? 0);
      resolve({
        status,
        type: /content-type: ([^\r\n]*)/i.exec(heard)?.[1] ?? "",
        text: heard.split("\r\n\r\n").slice(1).join("\r\n\r\n"),
      });
    };
    socket.setTimeout(3000, done);
    socket.on("data", (chunk: Buffer) => {
      heard += chunk.toString();
      if (heard.includes("\r\n\r\n")) socket.setTimeout(100, done);
    });
    socket.on("error", done);
    socket.on("close", done);
    socket.write(
      text
        .replaceAll(" H/", ` 127.0.0.1:${port}/`)
        .replaceAll("//H/", `//127.0.0.1:${port}/`)
        .replaceAll("Host: H\r", `Host: 127.0.0.1:${port}\r`),
    );
  });
}

const OURS = /node_modules|\.ts:\d|\n\s+at |(?<!<)select .* from |PostgresError|postgres:\/\//;

function isErrorShape(text: string): boolean {
  try {
    const body: unknown = JSON.parse(text);
    if (typeof body !== "object" || body === null || !("error" in body)) return false;
    const { error } = body;
    return (
      typeof error === "object" &&
      error !== null &&
      "code" in error &&
      "message" in error &&
      "fields" in error &&
      Array.isArray(error.fields)
    );
  } catch {
    return false;
  }
}

function faultsOf(
  shot: Pick<Shot, "name" | "path" | "answers">,
  { status, type, text }: Heard,
): readonly Fault[] {
  const faults: Fault[] = [];
  const add = (what: Fault["what"], detail: string) =>
    faults.push({ what, shot: shot.name, detail: detail.slice(0, 600) });
  if (status >= 500) add("5xx", `${status} ${text}`);
  if (status >= 400 && status < 500 && shot.path.startsWith("/api/") && text !== "" && !isErrorShape(text))
    add("shape", `${status} ${text}`);
  if (status >= 400 && OURS.test(text)) add("stack", text);
  if (status === 200 && shot.answers && type.startsWith("application/json")) {
    const parsed = shot.answers.safeParse(JSON.parse(text));
    if (!parsed.success) add("answer", parsed.error.message);
  }
  return faults;
}

/** Asks after health all the while; what it hears is a measure of how free the server's thread is. */
function watchHealth(base: string) {
  const waits: number[] = [];
  let isOn = true;
  const watching = (async () => {
    while (isOn) {
      const start = performance.now();
      await fetch(`${base}/api/v1/health`, { signal: AbortSignal.timeout(30_000) }).then(
        (response) => response.text(),
        () => undefined,
      );
      waits.push(performance.now() - start);
      await new Promise((resolve) => setTimeout(resolve, 25));
    }
  })();
  return async () => {
    isOn = false;
    await watching;
    const sorted = waits.toSorted((a, b) => a - b);
    return {
      median: sorted[Math.floor(sorted.length / 2)] ?? 0,
      worst: sorted.at(-1) ?? 0,
      asked: sorted.length,
    };
  };
}

export interface FuzzOptions {
  readonly base: string;
  readonly port: number;
  readonly seed: number;
  readonly requests: number;
  readonly atOnce: number;
  readonly progress?: (done: number) => void;
}

/** Fires the requests, some at once, and reports. The same seed fires the same requests. */
export async function fuzz({
  base,
  port,
  seed,
  requests,
  atOnce,
  progress,
}: FuzzOptions): Promise<FuzzReport> {
  const chance = randomFrom(seed);
  const right = rightRequests();
  const byStatus = new Map<number, number>();
  const faults: Fault[] = [];
  let slowestMs = 0;
  let slowest = "";
  let fired = 0;
  const stopWatching = watchHealth(base);
  const note = (shot: Pick<Shot, "name" | "path" | "answers">, heard: Heard, ms: number) => {
    byStatus.set(heard.status, (byStatus.get(heard.status) ?? 0) + 1);
    faults.push(...faultsOf(shot, heard));
    if (ms > slowestMs) [slowestMs, slowest] = [ms, shot.name];
  };
  const worker = async () => {
    while (fired < requests) {
      const count = fired;
      fired += 1;
      if (count % 500 === 0) progress?.(count);
      const start = performance.now();
      if (chance.happens(0.01)) {
        const text = pick(chance, RAW);
        const path = /^\w+ (\S+)/.exec(text)?.[1] ?? "/";
        note({ name: `raw ${path}`, path }, await fireRaw(port, text), performance.now() - start);
        continue;
      }
      const kind = chance.uniform();
      const shot =
        kind < 0.62
          ? jsonShot(chance, right)
          : kind < 0.8
            ? pathShot(chance)
            : kind < 0.97
              ? formShot(chance)
              : pictureShot(chance, count);
      try {
        note(shot, await fire(base, shot), performance.now() - start);
      } catch (error) {
        // A header or body this library will not send is no request.
        if (error instanceof TypeError && !(error.cause instanceof Error && "code" in error.cause)) continue;
        faults.push({ what: "no answer", shot: shot.name, detail: String(error) });
      }
    }
  };
  await Promise.all(Array.from({ length: atOnce }, worker));
  return { requests: fired, byStatus, faults, slowestMs, slowest, healthMs: await stopWatching() };
}
