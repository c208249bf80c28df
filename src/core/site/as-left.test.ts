import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { siteValve, stop } from "../../../tests/support/connection.ts";
import {
  allDry,
  CONNECTION,
  event,
  signature,
  startedVisit,
  surveyOf,
  tickedTo,
} from "../../../tests/support/story.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import { planHookup } from "../planner/index.ts";
import { planRequestOf, type Survey } from "../survey/index.ts";
import { foldVisit, type VisitEvent } from "../visit/index.ts";
import { type ConnectionAsLeft, surveyAsLeft, visitAsLeft } from "./as-left.ts";
import { roomsAsLeft } from "./rooms.ts";
import { siteMap } from "./site-map.ts";

const VISIT = "00000000-0000-4000-8000-00000000aaaa";
const sign = () => signature();
const exempt = (reason: string, events: readonly VisitEvent[]): readonly VisitEvent[] => [
  ...events,
  ...(["first-fill", "static", "after-run"] as const).flatMap((stage) =>
    (foldVisit(events).connections[0]?.joints ?? []).map(({ joint }) =>
      event({
        kind: "exception-written",
        connection: CONNECTION,
        target: String(joint.number),
        stage,
        reason,
      }),
    ),
  ),
];

function only(events: readonly VisitEvent[]): ConnectionAsLeft {
  const [first, ...more] = visitAsLeft(VISIT, events);
  assert.ok(first);
  assert.equal(more.length, 0);
  return first;
}

/** A connection surveyed so, planned, every joint made, and signed. */
function made(preset: string, change: Partial<Survey>): readonly VisitEvent[] {
  const survey = surveyOf(preset, change);
  const request = planRequestOf(survey, null);
  const plan = planHookup(plannerIndex, request).plans[0];
  assert.ok(plan);
  const checkpoints = tables.checkpoints.slice(0, 1);
  const opened = startedVisit(preset, { planned: false })[0];
  assert.ok(opened);
  const events = tickedTo(
    [
      opened,
      event({ kind: "connection-added", connection: CONNECTION, survey, checkpoints }),
      event({ kind: "plan-chosen", connection: CONNECTION, plan, request }),
    ],
    "water-in",
  );
  return [...exempt("not part of this test", events), sign()];
}

describe("a connection as it was left", () => {
  it("is nothing before it is signed, and nothing of a visit for practice or in the bin", () => {
    const signed = [...allDry(startedVisit()), sign()];
    assert.deepEqual(visitAsLeft(VISIT, signed.slice(0, -1)), []);
    const [opened, ...others] = signed;
    assert.ok(opened?.kind === "visit-opened");
    assert.deepEqual(visitAsLeft(VISIT, [{ ...opened, training: true }, ...others]), []);
    assert.deepEqual(visitAsLeft(VISIT, [...signed, event({ kind: "visit-binned", reason: "twice" })]), []);
  });

  it("tells the ends, the line with the day its last joint was made, the stop that was kept, and who signed", () => {
    const events = [...allDry(startedVisit()), sign()];
    const left = only(events);
    const joints = foldVisit(events).connections[0]?.joints ?? [];
    assert.equal(left.signedBy, "Ines Varga");
    assert.deepEqual([left.supply.end, left.inlet], ["comp-3/8-m", "bc-7/8-m"]);
    assert.equal(left.line?.sku?.startsWith("L"), true);
    assert.equal(
      left.line?.fittedAt,
      joints
        .map(({ madeAt }) => madeAt ?? "")
        .toSorted()
        .at(-1),
    );
    assert.deepEqual([left.stop.isNew, left.followUp.result], [false, null]);
  });

  it("names what the next line is screwed to: the outlet of the stop that this visit put on a pipe", () => {
    const left = only(
      made("lavatory-cold", {
        supply: { end: "pipe-1/2-copper", kind: "stub", looks: "wall" },
        stop: { kind: "unknown", proof: "not-proved", method: null },
      }),
    );
    assert.equal(left.supply.kind, "stop-outlet");
    assert.notEqual(left.supply.end, "pipe-1/2-copper");
    assert.equal(left.stop.isNew, true);
  });

  it("is kept as it was before a correction, beside what was signed then", () => {
    const events = [
      ...allDry(startedVisit()),
      sign(),
      event({ kind: "connection-reopened", connection: CONNECTION, reason: "nut forgotten" }),
      event({ kind: "connection-noted", connection: CONNECTION, text: "back nut tightened" }),
      sign(),
    ];
    const [before, now] = visitAsLeft(VISIT, events);
    assert.deepEqual([before?.isCorrected, now?.isCorrected], [true, false]);
    assert.equal(before?.notes.includes("back nut tightened"), false);
    assert.equal(now?.notes.includes("back nut tightened"), true);
    // Open again, what was signed last still stands.
    assert.equal(only(events.slice(0, -2)).isCorrected, false);
  });
});

describe("the survey a next visit begins from", () => {
  it("holds the ends and lengths, and nothing that somebody would have to have looked at, proved or measured", () => {
    const left = only([...allDry(startedVisit()), sign()]);
    const survey = surveyAsLeft(left);
    assert.deepEqual(survey.confirmed, []);
    assert.deepEqual([survey.stop.proof, survey.stop.method, survey.staticPsi], ["not-proved", null, null]);
    assert.deepEqual([survey.supply.end, survey.inlet.end], [left.supply.end, left.inlet]);
    assert.deepEqual(survey.length, left.survey.length);
    assert.equal(survey.notes, "");
  });

  it("does not ask again for a device that stands there", () => {
    const left = only(made("washer-cold", { needs: ["arrestor"] }));
    assert.ok(left.devices.includes("arrestor"));
    const survey = surveyAsLeft(left);
    assert.deepEqual(survey.needs, []);
    assert.ok(survey.present?.includes("arrestor"));
  });

  it("plans again: what was left is something the planner can build on", () => {
    for (const preset of ["toilet", "lavatory-cold", "washer-cold", "dishwasher"]) {
      const survey = surveyAsLeft(only(made(preset, {})));
      const { plans } = planHookup(plannerIndex, planRequestOf(survey, null));
      assert.ok(plans.length > 0, preset);
    }
  });
});

describe("the valve map of a site", () => {
  const left = (
    id: string,
    preset: string,
    change: Partial<Survey>,
    more: Partial<ConnectionAsLeft> = {},
  ) => ({
    ...only(made(preset, change)),
    connection: id,
    fixtureKey: id,
    label: id,
    room: "",
    ...more,
  });
  const valves = [siteValve("main in the cellar", "house"), siteValve("riser B", "branch", "weeps")];
  const rooms = roomsAsLeft([
    left("renewed", "toilet", {
      ...stop("dead"),
      supply: { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" },
    }),
    left("good", "toilet", stop("holds")),
    left("gone", "toilet", stop("holds"), { isTakenOut: true }),
  ]);
  const map = siteMap(valves, rooms);
  const of = (name: string) => map.valves.find((each) => each.name === name);

  it("hangs every fixture that is there below its own stop, the riser and the main", () => {
    assert.deepEqual(map.ends.map(({ label, below }) => [label, below]).sort(), [
      ["good", "stop of good"],
      ["renewed", "stop of renewed"],
    ]);
    assert.equal(of("stop of good")?.above, "riser B");
    assert.equal(of("riser B")?.above, "main in the cellar");
    assert.equal(of("main in the cellar")?.above, null);
  });
  it("says what each valve showed last; a stop that was renewed was proved with its water", () => {
    assert.equal(of("riser B")?.proof, "weeps");
    assert.equal(of("stop of renewed")?.proof, "holds");
  });
  it("tells fixtures of one name apart by their rooms", () => {
    const twice = ["print studio", "reading room"].map((room) =>
      left(room, "toilet", stop("holds"), { label: "Toilet", room }),
    );
    const names = siteMap(valves, roomsAsLeft(twice)).ends.map(({ label, below }) => [label, below]);
    assert.deepEqual(names, [
      ["Toilet, print studio", "stop of Toilet, print studio"],
      ["Toilet, reading room", "stop of Toilet, reading room"],
    ]);
  });
  it("of a site where nobody noted a valve has the usual ones, not proved", () => {
    const usual = siteMap([], rooms).valves.find(({ name }) => name === "house main");
    assert.equal(usual?.proof, "not-proved");
    assert.deepEqual(siteMap([], []), { isAsLeft: true, valves: [], ends: [] });
  });
});
