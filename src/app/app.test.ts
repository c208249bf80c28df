import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { describe, it } from "node:test";
import { z } from "zod";
import { allDry, event, startedVisit } from "../../tests/support/story.ts";
import { plannerIndex, tables } from "../../tests/support/tables.ts";
import { openIdentifier } from "../core/identify/index.ts";
import { connectionPhase, firstRefused, foldVisit, isSameEvent } from "../core/visit/index.ts";
import { readEnvironment } from "../env.ts";
import { nearText, stampText, timeText } from "../labels/site-time.ts";
import { demoSchema } from "../schema/demo.ts";
import { demoVisitEvents } from "./demo/demo-story.ts";
import { AppError, asAppError, errorResponse, invalid } from "./http/app-error.ts";
import { crossOriginFault } from "./http/origin.ts";
import { FAMILY_WORDS } from "./identify/end.ts";
import { surveyEnds } from "./identify/end-offer.ts";
import { eventFromRow, rowFromEvent } from "./visit/event-rows.ts";
import { visitAction } from "./visit/visit-actions.ts";

const demo = demoSchema.parse(
  JSON.parse(readFileSync(new URL("../../data/demo.json", import.meta.url), "utf8")),
);

describe("the demo", () => {
  const now = new Date("2026-03-08T15:00:00.000Z");
  const told = demo.visits.map((visit) => demoVisitEvents(demo, visit, now, { tables, plannerIndex }));

  it("is accepted by the rules, every event of it", () => {
    for (const events of told) assert.equal(firstRefused([], events, tables), null);
  });
  it("has at least 4 visits and 9 connections, in every state a plumber meets", () => {
    const connections = told.flatMap((events) => foldVisit(events).connections);
    assert.ok(told.length >= 4 && connections.length >= 9);
    const phases = new Set(
      connections.map((connection) => connectionPhase(connection, tables.stages, now.toISOString())),
    );
    for (const phase of [
      "surveyed",
      "planned",
      "part-made",
      "weeping",
      "ready",
      "look-back",
      "overdue",
      "done",
    ] as const)
      assert.ok(phases.has(phase), phase);
  });
  it("tells nothing that has not happened yet", () => {
    for (const events of told) for (const each of events) assert.ok(each.typedAt <= now.toISOString());
  });
});

describe("events as rows", () => {
  it("come back as they went", () => {
    for (const [index, each] of allDry(startedVisit()).entries()) {
      const row = rowFromEvent("v", index + 1, each, each.typedAt);
      const back = eventFromRow({
        ...row,
        receivedAt: new Date(each.typedAt),
        imported: null,
        body: JSON.parse(JSON.stringify(row.body)),
      });
      assert.deepEqual(back.event, each);
      assert.ok(isSameEvent(back.event, each));
    }
  });
  it("are the same whatever the order of fields and the spelling of the time, and not when a word differs", () => {
    const note = event({ kind: "visit-noted", text: "a" });
    const { text, ...rest } = note as typeof note & { text: string };
    assert.ok(
      isSameEvent({ text, ...rest, typedAt: note.typedAt.replace(".000Z", "Z") } as typeof note, note),
    );
    assert.ok(!isSameEvent({ ...note, text: "b" } as typeof note, note));
  });
});

describe("problems", () => {
  it("keep a user's mistake apart from our own", async () => {
    const ours = asAppError(new Error("secret detail"));
    assert.equal(ours.code, "internal");
    const text = await errorResponse(ours).text();
    assert.doesNotMatch(text, /secret|stack/);
    const { error } = z.object({ a: z.object({ b: z.number() }) }).safeParse({ a: { b: "x" } });
    assert.ok(error);
    const theirs = invalid(error);
    assert.deepEqual([theirs.code, theirs.fields[0]?.path], ["invalid", "a.b"]);
    assert.equal(asAppError(error).code, "internal", "what our own database holds is nobody else's mistake");
    assert.equal(errorResponse(new AppError("stale", "x")).status, 409);
  });
});

describe("crossOriginFault", () => {
  const url = new URL("http://127.0.0.1:4321/api/v1/visits");
  for (const [name, headers, isRefused] of [
    ["our own page", { origin: "http://127.0.0.1:4321", "sec-fetch-site": "same-origin" }, false],
    ["a program without a browser", {}, false],
    ["another site", { origin: "http://elsewhere.example", "sec-fetch-site": "cross-site" }, true],
    ["another port of this machine", { origin: "http://127.0.0.1:9999" }, true],
    ["a sandboxed page", { origin: "null" }, true],
    ["a sibling site", { "sec-fetch-site": "same-site" }, true],
  ] as const)
    it(`${isRefused ? "refuses" : "takes"} a write from ${name}`, () =>
      assert.equal(crossOriginFault(new Headers(headers), url) !== null, isRefused));
});

describe("times as the site reads them", () => {
  // Clocks went forward at 02:00 on 8 March 2026 in the zone: 05:59 UTC is 01:59, 06:00 UTC is 03:00.
  it("follow the site's clock over the change to summer time", () => {
    assert.equal(timeText("2026-03-08T05:59:00Z", "America/Halifax"), "01:59");
    assert.equal(timeText("2026-03-08T06:00:00Z", "America/Halifax"), "03:00");
    assert.match(stampText("2026-03-08T06:00:00Z", "America/Halifax"), /Sun 8 Mar 2026, 03:00 ADT/);
  });
  it("say today, tomorrow and yesterday by the site's calendar", () => {
    const now = new Date("2026-03-09T02:30:00Z");
    assert.equal(nearText("2026-03-09T02:00:00Z", "America/Halifax", now), "today 23:00");
    assert.equal(nearText("2026-03-09T04:00:00Z", "America/Halifax", now), "tomorrow 01:00");
    assert.equal(nearText("2026-03-07T20:00:00Z", "America/Halifax", now), "yesterday 16:00");
    assert.equal(nearText("2026-03-01T20:00:00Z", "America/Halifax", now), "Sun 1 Mar 16:00");
  });
});

describe("what forms offer and take", () => {
  it("the ends of a survey are among the choices, those usual at the place first and drawn", () => {
    const connection = foldVisit(startedVisit()).connections[0];
    assert.ok(connection);
    const offer = surveyEnds(
      { identifier: openIdentifier(tables), tables },
      { ...connection.survey, supply: { end: "crimp-1/2", kind: "stub" } },
    );
    assert.equal(offer.ends.length, tables.ends.length);
    assert.ok("crimp-1/2" in offer.shapes && "bc-7/8-m" in offer.shapes);
    assert.equal(offer.likely["fill-valve"]?.[0], "bc-7/8-m");
    assert.equal(offer.likely["stop-outlet"]?.[0], "comp-3/8-m");
    assert.ok(offer.likely.pipe?.includes("pipe-1/2-copper"));
  });
  it("every family of ends has its place and its words on Compatibility", () => {
    const families = new Set(tables.ends.map(({ family }) => family));
    for (const family of families) assert.ok(family in FAMILY_WORDS, family);
  });
  it("an empty note is refused in words", () => {
    const form = new FormData();
    form.set("action", "note");
    form.set("text", " ");
    assert.throws(() => visitAction(form, new Date(0)), /Write the note first/);
  });
});

describe("readEnvironment", () => {
  const good = { DATABASE_URL: "postgres://brassnut:x@127.0.0.1:54329/brassnut" };
  it("takes what bin/start sets", () => assert.equal(readEnvironment(good).LOG_LEVEL, "info"));
  it("lists every fault at once", () => {
    assert.throws(
      () => readEnvironment({ DATABASE_URL: "mysql://x", LOG_LEVEL: "loud" }),
      (error: Error) => /DATABASE_URL/.test(error.message) && /LOG_LEVEL/.test(error.message),
    );
  });
  it("is described whole in .env.example", () => {
    const described = readFileSync(new URL("../../.env.example", import.meta.url), "utf8");
    for (const name of ["DATABASE_URL", "LOG_FILE", "LOG_LEVEL", "PORT", "DATABASE_PORT"])
      assert.match(described, new RegExp(`^# ?${name}=`, "m"));
  });
});
