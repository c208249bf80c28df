/** The run sheet over HTTP: a job described from outside comes back as the steps of that job, with codes that stay. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { FIXTURES } from "../../src/core/plan/index.ts";
import { STEP_ROLES } from "../../src/core/step/index.ts";
import { scheduleResponse } from "../../src/schema/schedule.ts";
import { startApi } from "../support/desk.ts";

const { request: ask } = startApi("template_empty");
const startAt = "2026-11-28T12:00:00Z";
const send = (connections: readonly object[], more: object = {}) =>
  ask("POST", "/api/v1/visits/run-sheet", { connections, startAt, ...more });

async function sheet(connections: readonly object[], more: object = {}) {
  const { status, body } = await send(connections, more);
  assert.equal(status, 200, JSON.stringify(body));
  const answer = scheduleResponse.parse(body);
  const at = new Map(answer.schedule.map((each) => [each.step, each]));
  const codes = answer.steps.map(({ code }) => code ?? "");
  return { ...answer, at, codes };
}
const one = (id: string, fixture: string, more: object = {}) => ({
  id,
  fixture,
  zone: `stop ${id}`,
  plan: null,
  stop: "holds",
  water: "cold",
  ...more,
});
const count = (codes: readonly string[], code: string) => codes.filter((each) => each === code).length;

describe("visits/run-sheet", () => {
  it("answers for every fixture, new or taken out, and no step begins before what it waits for", async () => {
    for (const fixture of FIXTURES)
      for (const replaces of ["yes", "first-time", "take-out"]) {
        const { steps, at, codes } = await sheet([one("a", fixture, { replaces })]);
        for (const { id, after } of steps)
          for (const before of after) {
            const [first, then] = [at.get(before), at.get(id)];
            const wait = steps.find((each) => each.id === before)?.waitMin ?? Number.NaN;
            assert.ok(
              first && then && then.startMin >= first.endMin + wait - 0.11,
              `${fixture}: ${before}, ${id}`,
            );
          }
        assert.equal(codes.includes("take-off"), replaces !== "first-time", fixture);
        assert.ok(codes.includes("prove") && codes.includes("release-pressure"), fixture);
      }
  });

  it("says on request how things stand after each step", async () => {
    const two = [
      one("t", "toilet", { stop: "dead", valves: [{ name: "riser", shuts: "branch", proof: "holds" }] }),
      one("l", "lavatory", { valves: [{ name: "riser", shuts: "branch", proof: "holds" }] }),
    ];
    assert.equal((await sheet(two)).situation, undefined);
    const { situation = [], steps, schedule } = await sheet(two, { trace: true });
    assert.equal(situation.length, schedule.length, "one row a step that is done");
    const codeAfter = (id: string) => steps.find((each) => each.id === id)?.code;
    const shut = situation.findIndex(({ afterStep }) => codeAfter(afterStep) === "close-upstream");
    const open = situation.findIndex(({ afterStep }) => codeAfter(afterStep) === "open-upstream");
    assert.ok(shut >= 0 && open > shut);
    for (const [at, { shut: names }] of situation.entries())
      assert.equal(names.includes("riser"), at >= shut && at < open, `row ${at}`);
    assert.equal(situation[shut]?.pressure["t"], "no");
    const last = situation.at(-1);
    assert.deepEqual([last?.shut, last?.owed, last?.pressure], [[], [], { t: "yes", l: "yes" }]);
  });

  it("takes hot and cold of a washer as one fixture", async () => {
    const { steps, codes } = await sheet([
      one("h", "washer", { fixtureId: "w", water: "hot", power: "plug" }),
      one("c", "washer", { fixtureId: "w", power: "plug" }),
    ]);
    for (const code of ["roll-out", "pull-plug", "take-off", "plug-in", "place-back", "hand-over"])
      assert.equal(count(codes, code), 1, code);
    assert.equal(count(codes, "close-stop"), 2);
    const rollOut = steps.find(({ code }) => code === "roll-out");
    assert.deepEqual([rollOut?.connection, rollOut?.fixture], [null, "w"]);
    assert.ok(codes.lastIndexOf("prove") < codes.indexOf("pull-plug"));
    assert.ok(codes.lastIndexOf("make") < codes.indexOf("water-in"));
  });

  it("describes the job it is told, not the fixture's usual one", async () => {
    const supply = {
      end: "pipe-1/2-copper",
      kind: "pipe",
      water: "cold",
      staticPsi: 60,
      stopHolds: null,
      keepsExistingLine: false,
    };
    const { steps, codes, zones } = await sheet([one("t", "toilet", { supply })], {
      houseRules: { pipeJoint: "solder" },
    });
    assert.match(steps.find(({ code }) => code === "cut-pipe")?.text ?? "", /1\/2 copper pipe/);
    assert.ok(
      ["fire-watch", "cool", "open-upstream", "look-pipe-side", "flush-branch"].every((code) =>
        codes.includes(code),
      ),
    );
    assert.equal(zones?.[0]?.kind, "branch");
    const flames = steps.filter(({ text, code }) => code === "make" && /soldered/.test(text));
    const joints = flames.map(({ joint }) => joint);
    assert.ok(joints.length >= 2 && joints.every((joint) => typeof joint === "number"));
  });

  it("shuts the smallest named zone that covers the work, and the good stop on its own side", async () => {
    const valves = [
      { name: "riser", shuts: "branch", kind: "ball", proof: "dead" },
      { name: "main", shuts: "house", kind: "gate", proof: "holds" },
    ];
    const { steps, zones, waterOff, codes } = await sheet([
      one("h", "lavatory", { fixtureId: "l", water: "hot", stop: "dead", valves }),
      one("c", "lavatory", { fixtureId: "l", valves }),
    ]);
    assert.deepEqual(
      zones?.map(({ zone, kind }) => [zone, kind]),
      [
        ["main", "house"],
        ["stop c", "fixture"],
      ],
    );
    assert.equal(count(codes, "close-upstream"), 1);
    assert.deepEqual(waterOff.map(({ zone }) => zone).sort(), ["main", "stop c"]);
    assert.ok(codes.indexOf("heater-safe") < codes.indexOf("close-upstream"));
    assert.ok(codes.includes("heater-back"));
    const hot = steps.filter(({ connection }) => connection === "h").map(({ text }) => text);
    assert.doesNotMatch(hot.join(" "), /Crack the stop/);
  });

  it("answers with codes that are known, whatever words a step has", async () => {
    const { steps } = await sheet([one("d", "dishwasher", { power: "hard-wired", water: "hot" })]);
    const known: readonly string[] = STEP_ROLES;
    for (const code of [
      "power-off",
      "prove",
      "make",
      "water-in",
      "first-look",
      "stand-look",
      "power-on",
      "hand-over",
    ]) {
      assert.ok(known.includes(code));
      assert.ok(
        steps.some((step) => step.code === code),
        code,
      );
    }
  });

  it("names the field of what it cannot take", async () => {
    for (const [change, path] of [
      [{ replaces: "maybe" }, "connections.0.replaces"],
      [
        { valves: [{ name: "x", shuts: "garden", kind: null, proof: "holds" }] },
        "connections.0.valves.0.shuts",
      ],
      [{ supply: { end: "no-such-end", kind: "stub" } }, "connections.0.supply.end"],
    ] as const) {
      const { status, body } = await send([one("a", "toilet", change)]);
      assert.equal(status, 422, path);
      assert.match(JSON.stringify(body), new RegExp(path.replaceAll(".", "\\.")));
    }
  });
});

describe("visits/run-sheet with sources of water", () => {
  const house = [{ name: "cellar valve", shuts: "house", proof: "holds" }];
  const dead = (id: string, more: object = {}) => one(id, "lavatory", { stop: "dead", zone: null, ...more });

  it("shuts a well after its tank, its pump off first and on again when the water is in", async () => {
    const sources = [{ kind: "well", valve: "valve by the tank", feeds: ["a"] }];
    const { codes, waterOff } = await sheet([dead("a", { valves: house })], { sources });
    const at = (code: string) => codes.indexOf(code);
    assert.ok(at("pump-off") >= 0 && at("pump-off") < at("close-upstream"));
    assert.ok(at("water-in") < at("pump-on") && at("pump-on") < at("hand-over"));
    assert.deepEqual(
      waterOff.map(({ zone }) => zone),
      ["cellar valve"],
      "a valve that is named counts",
    );
    const riser = [{ name: "riser", shuts: "branch", proof: "dead" }];
    const passed = await sheet([dead("a", { valves: riser })], { sources });
    assert.deepEqual(
      passed.waterOff.map(({ zone }) => zone),
      ["valve by the tank"],
    );
  });

  it("shuts a loop that hot water runs round in, and leaves cold work alone", async () => {
    const sources = [{ kind: "recirculation", feeds: ["h"] }];
    const connections = [
      dead("h", { water: "hot", fixtureId: "f" }),
      one("c", "lavatory", { fixtureId: "f", zone: null }),
    ];
    const { codes, steps } = await sheet(connections, { sources });
    const at = (code: string) => codes.indexOf(code);
    assert.ok(at("loop-off") < at("take-off") && at("water-in") < at("loop-on"));
    assert.deepEqual(steps.find(({ code }) => code === "loop-off")?.leaves, ["loop-shut"]);
    assert.ok(!(await sheet([dead("c")], { sources: [] })).codes.includes("loop-off"));
  });

  it("names a source that feeds nothing of the request", async () => {
    const { status, body } = await send([dead("a")], { sources: [{ kind: "well", feeds: ["b"] }] });
    assert.equal(status, 422);
    assert.match(JSON.stringify(body), /sources\.0\.feeds\.0/);
  });
});
