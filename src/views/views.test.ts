import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { startedVisit, surveyOf, tickedTo } from "../../tests/support/story.ts";
import { tables } from "../../tests/support/tables.ts";
import { PRACTICES } from "../core/standard/index.ts";
import type { VisitEvent } from "../core/visit/index.ts";
import { planInWords } from "../labels/plan-words.ts";
import { minutesFrom } from "./check/watch.tsx";
import { SHORTCUTS } from "./shortcuts.ts";
import { draftOf, readDraft, readPsi } from "./survey/draft.ts";
import { practicesFor } from "./survey/practice-order.ts";
import { changeLog, emptyLog, type LogChange } from "./visit-log/log-state.ts";
import { FULL_PACE, type Round } from "./visit-log/send.ts";

describe("the log of a visit in the browser", () => {
  const events = startedVisit();
  const [tick] = tickedTo(events, "look-ends").slice(events.length);
  const [, later] = tickedTo(events, "lay-out").slice(events.length);
  if (!tick || !later) throw new Error("two ticks are needed");
  const typed = changeLog(emptyLog(events), { type: "typed", events: [tick] });

  const round = (part: Partial<Round>): LogChange => ({
    type: "sent",
    round: { kept: [], refused: [], isUnreachable: false, trouble: null, pace: FULL_PACE, ...part },
  });
  const restored = (waiting: readonly VisitEvent[], sent: readonly VisitEvent[] = []): LogChange => ({
    type: "restored",
    sent,
    queue: { waiting, tray: [] },
  });

  it("shows what was typed at once and keeps it waiting until it is acknowledged", () => {
    assert.deepEqual(typed.waiting, [tick]);
    const kept = changeLog(changeLog(typed, { type: "sending" }), round({ kept: [tick] }));
    assert.deepEqual([kept.waiting, kept.kept.at(-1), kept.sending], [[], tick, "idle"]);
  });

  it("keeps what was typed while the rest was on its way", () => {
    const two = changeLog(changeLog(typed, { type: "sending" }), { type: "typed", events: [later] });
    assert.deepEqual(changeLog(two, round({ kept: [tick] })).waiting, [later]);
  });

  it("keeps everything when the server cannot be reached", () => {
    const off = changeLog(typed, round({ isUnreachable: true }));
    assert.deepEqual([off.waiting, off.sending], [[tick], "offline"]);
  });

  it("brings back what an earlier page left unsent, once, and what it sent since the page was made", () => {
    const fresh = emptyLog(events);
    const back = changeLog(fresh, restored([tick]));
    assert.deepEqual(back.waiting, [tick]);
    assert.deepEqual(
      [fresh.isRestored, back.isRestored],
      [false, true],
      "nothing is said before the store is read",
    );
    assert.deepEqual(changeLog(back, restored([tick])).waiting, [tick]);
    assert.deepEqual(changeLog(emptyLog([...events, tick]), restored([tick])).waiting, []);
    const sent = changeLog(emptyLog(events), restored([tick, later], [tick]));
    assert.deepEqual([sent.kept.at(-1), sent.waiting], [tick, [later]]);
  });

  it("sets aside what the server refuses and says why", () => {
    const refused = changeLog(
      typed,
      round({
        refused: [{ refused: tick, reason: "reload" }],
        trouble: { kind: "stale", message: "reload" },
      }),
    );
    assert.deepEqual([refused.waiting, refused.trouble], [[], { kind: "stale", message: "reload" }]);
    assert.deepEqual(refused.tray, [{ refused: tick, reason: "reload" }]);
    const again = changeLog(refused, { type: "tray-changed", queue: { waiting: [tick], tray: [] } });
    assert.deepEqual([again.waiting, again.tray], [[tick], []]);
    assert.equal(changeLog(refused, { type: "read" }).trouble, null);
    assert.equal(changeLog(typed, { type: "refused", message: "no" }).waiting.length, 1);
  });
});

describe("a survey being typed", () => {
  const draft = draftOf(surveyOf("toilet"));

  it("keeps lengths and pressure as they were typed beside what they are", () => {
    const read = readDraft({ ...draft, minText: ' 10-1/2" ', maxText: "1' 1", psiText: "58 psi" });
    assert.ok(read.ok);
    assert.deepEqual(read.value.length, {
      min: { typed: '10-1/2"', value: 10.5 },
      max: { typed: "1' 1", value: 13 },
    });
    assert.deepEqual(read.value.staticPsi, { typed: "58 psi", value: 58 });
  });

  it("explains each wrong field in its place", () => {
    const read = readDraft({
      ...draft,
      minText: "ten",
      maxText: "6 1/0",
      psiText: "lots",
      survey: { ...draft.survey, label: " " },
    });
    assert.ok(!read.ok);
    assert.deepEqual(Object.keys(read.fault).sort(), ["label", "max", "min", "psi"]);
    assert.match(read.fault.min ?? "", /"ten" is not a length/);
  });

  it("sees a shortest that is longer than the longest, and a line of no length", () => {
    const turned = readDraft({ ...draft, minText: "14", maxText: "13" });
    assert.match(turned.ok ? "" : (turned.fault.min ?? ""), /longer than the longest/);
    const none = readDraft({ ...draft, minText: "0" });
    assert.match(none.ok ? "" : (none.fault.min ?? ""), /longer than nothing/);
  });

  for (const [text, value] of [
    ["", null],
    ["58", 58],
    ["58,5", 58.5],
    [" 60 PSI ", 60],
    ["4 bar", 58.0151],
  ] as const)
    it(`reads the pressure "${text}"`, () => {
      const read = readPsi(text);
      assert.ok(read.ok);
      assert.ok(read.value === null ? value === null : Math.abs(read.value.value - (value ?? 0)) < 1e-3);
    });
  for (const text of ["0", "-5", "4 barrels", "999", "40 bar"])
    it(`does not take the pressure "${text}"`, () => assert.equal(readPsi(text).ok, false));
});

describe("standards a survey offers", () => {
  it("are all there, those of its fixture first", () => {
    const keys = [...new Set(practicesFor(tables.schools, "toilet").map(({ key }) => key))];
    assert.equal(keys[0], "toiletLine");
    assert.deepEqual([...keys].sort(), Object.keys(PRACTICES).sort());
  });
});

describe("small readings", () => {
  it("minutes are a number above nothing, or not told", () => {
    assert.deepEqual(["15", "1.5", "0,5", "", "0", "-1", "ten"].map(minutesFrom), [
      15,
      1.5,
      0.5,
      null,
      undefined,
      undefined,
      undefined,
    ]);
  });
  it("a plan without parts is told as what it is", () => {
    const [, , chosen] = startedVisit("kitchen-cold");
    assert.match(chosen?.kind === "plan-chosen" ? planInWords(chosen.plan) : "", /connect directly/);
  });
  it("shortcuts use no letter and no key twice", () => {
    const keys = SHORTCUTS.map(({ key }) => key);
    assert.equal(new Set(keys).size, keys.length);
    for (const key of keys) assert.doesNotMatch(key, /^[a-z0-9]$/i);
  });
});
