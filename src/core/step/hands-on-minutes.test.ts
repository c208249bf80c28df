/** Minutes with the hands on it, against what the trade takes for whole pieces of work (docs/data-sources.md, "Trade practice"): likely figures inside the range. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { plannedConnection, stop } from "../../../tests/support/connection.ts";
import { tables } from "../../../tests/support/tables.ts";
import { minutesOf, runSheet } from "./index.ts";

type Told = readonly [preset: string, change: Parameters<typeof plannedConnection>[2]];

const holds = stop("holds");
const dead = {
  ...stop("dead"),
  supply: { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" },
} as const;
const likely = (...told: readonly Told[]): number =>
  minutesOf(
    runSheet(
      told.map(([preset, change], at) =>
        plannedConnection(`c${at}`, preset, { ...change, fixtureId: "one" }),
      ),
      tables,
    ),
  ).handsOnMin.likely;

const WHOLE: readonly (readonly [work: string, from: number, to: number, told: readonly Told[]])[] = [
  ["a toilet's line", 8, 20, [["toilet", holds]]],
  [
    "a lavatory's two lines",
    15,
    30,
    [
      ["lavatory-hot", holds],
      ["lavatory-cold", holds],
    ],
  ],
  [
    "a kitchen faucet's two lines",
    20,
    40,
    [
      ["kitchen-hot", holds],
      ["kitchen-cold", holds],
    ],
  ],
  [
    "a washer's two hoses",
    12,
    25.5,
    [
      ["washer-hot", holds],
      ["washer-cold", holds],
    ],
  ],
  ["a refrigerator's line", 15, 30, [["refrigerator", holds]]],
  [
    "a bidet seat",
    20,
    40,
    [
      [
        "bidet-seat",
        {
          ...holds,
          replaces: "first-time",
          inPlace: false,
          supply: { end: "comp-3/8-m", kind: "stop-outlet", line: "stays", lineInlet: "bc-7/8-m" },
        },
      ],
    ],
  ],
  ["a dishwasher's supply", 20, 40, [["dishwasher", holds]]],
  ["a dishwasher exchanged", 60, 120, [["dishwasher", { ...holds, inPlace: false }]]],
  ["a toilet set", 45, 90, [["toilet", { ...holds, inPlace: false }]]],
  [
    "an outside hydrant",
    45,
    90,
    [["hydrant-cold", { replaces: "first-time", houseRules: { pipeJoint: "solder" } }]],
  ],
];

describe("minutes with the hands on it", () => {
  for (const [work, from, to, told] of WHOLE)
    it(`of ${work} are ${from} to ${to}`, () => {
      const minutes = likely(...told);
      assert.ok(minutes >= from && minutes <= to, `${minutes}`);
    });

  it("are apart from waits: a cycle is no labor, and one wait serves both sides", () => {
    const cycle = runSheet([plannedConnection("c", "dishwasher", holds)], tables);
    assert.equal(minutesOf(cycle.filter(({ role }) => role === "exercise")).waitMin, 90);
    const pair = runSheet(
      ["lavatory-hot", "lavatory-cold"].map((preset) =>
        plannedConnection(preset, preset, { ...holds, fixtureId: "one" }),
      ),
      tables,
    );
    assert.equal(minutesOf(pair.filter(({ role }) => role === "stand-look")).waitMin, 15);
  });

  it("of a stop renewed, of a faucet exchanged and of a main shut come on top", () => {
    const line = likely(["toilet", holds]);
    const more = (from: number, to: number, minutes: number, what: string) =>
      assert.ok(minutes >= from && minutes <= to, `${what}: ${minutes} more`);
    more(
      20,
      35,
      likely(["toilet", { ...dead, houseRules: { pipeJoint: "compression" } }]) - line,
      "compression",
    );
    more(30, 60, likely(["toilet", { ...dead, houseRules: { pipeJoint: "solder" } }]) - line, "soldered");
    more(8, 20, likely(["toilet", stop("dead")]) - line, "a valve above shut and refilled");
    const pair: readonly Told[] = [
      ["lavatory-hot", holds],
      ["lavatory-cold", holds],
    ];
    const exchanged = likely(
      ...pair.map(([preset, change]): Told => [preset, { ...change, inPlace: false }]),
    );
    more(30, 60, exchanged - likely(...pair), "faucet");
  });
});
