/**
 * Visits written down from the trade, each with the order a plumber expects, before anybody looked at what the program says. An act is told
 * as "code" or "connection code"; acts between those told are free.
 */
import type { Survey } from "../../src/core/survey/index.ts";
import type { ConnectionState } from "../../src/core/visit/index.ts";
import { siteValve, stop } from "./connection.ts";

type Told = readonly [preset: string, change?: Partial<Survey>];

export interface WrittenVisit {
  readonly visit: string;
  readonly told: readonly Told[];
  readonly valves?: ConnectionState["valves"];
  readonly hands?: 1 | 2;
  /** In this order, each the first of its kind after the one before. */
  readonly order: readonly string[];
  /** Not on the sheets at all. */
  readonly never?: readonly string[];
}

const copperDead = { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" } as const;
const copperPipe = { end: "pipe-1/2-copper", kind: "pipe", looks: "wall" } as const;
const holds = stop("holds");
const dead = stop("dead");
const one = { fixtureId: "one" };
const exchanged = { inPlace: false };
const first = { replaces: "first-time", inPlace: false } as const;
const MAIN = siteValve("main in the cellar", "house");
const RISER = siteValve("riser B", "branch");

export const WRITTEN: readonly WrittenVisit[] = [
  {
    visit: "a toilet's line: stop shut and proved, old one off, new one on, water, look, stand, run, look",
    told: [["toilet", holds]],
    order: [
      "close-stop",
      "prove",
      "release-pressure",
      "take-off",
      "make",
      "make",
      "close-outlet",
      "water-in",
      "first-look",
      "stand-look",
      "exercise",
      "after-run",
      "hand-over",
    ],
    never: ["close-upstream", "heater-safe", "fixture-out", "power-off"],
  },
  {
    visit: "a toilet on a dead stop that stays: the valve above, and the look when it opens",
    told: [["toilet", dead]],
    order: [
      "close-upstream",
      "prove",
      "take-off",
      "make",
      "open-upstream",
      "look-pipe-side",
      "flush-branch",
      "water-in",
      "first-look",
    ],
    never: ["close-stop", "prove-new"],
  },
  {
    visit:
      "a toilet whose stop is renewed: pipe made sure of, stop on, water back, new stop proved, then the line",
    told: [["toilet", { ...dead, supply: copperDead }]],
    order: [
      "find-pipe",
      "close-upstream",
      "prove",
      "pull-stop",
      "make",
      "open-upstream",
      "look-pipe-side",
      "prove-new",
      "make",
      "make",
      "water-in",
      "first-look",
    ],
  },
  {
    visit: "a toilet exchanged with its stop: the stop while the bowl is out",
    told: [["toilet", { ...dead, supply: copperDead, ...exchanged }]],
    order: [
      "take-off",
      "fixture-out",
      "plug-drain",
      "make",
      "open-upstream",
      "dry-set",
      "unplug-drain",
      "fixture-in",
      "make",
      "water-in",
    ],
  },
  {
    visit: "a soldered stop: vented, flame, cooled, then rubber",
    told: [["toilet", { ...dead, supply: copperDead, houseRules: { pipeJoint: "solder" } }]],
    order: ["vent", "prepare", "make", "cool", "open-upstream", "make", "water-in"],
  },
  {
    visit: "a dishwasher from a copper stub with an air chamber: tee, chamber, stop, water, then the line",
    told: [
      [
        "dishwasher",
        {
          ...first,
          supply: { ...copperPipe, kind: "stub" },
          houseRules: { hammer: "air-chamber", pipeJoint: "press" },
        },
      ],
    ],
    // Tee, pipe and cap of the chamber, pipe on to the stop, the stop: all before the water.
    order: [
      "close-upstream",
      "make",
      "make",
      "make",
      "make",
      "make",
      "open-upstream",
      "look-pipe-side",
      "water-in",
    ],
  },
  {
    visit: "a lavatory's hot stop dead and its cold one good: only the hot side above",
    told: [
      ["lavatory-hot", { ...dead, ...one }],
      ["lavatory-cold", { ...holds, ...one }],
    ],
    order: [
      "c1 close-stop",
      "c1 prove",
      "heater-safe",
      "c0 close-upstream",
      "c0 prove",
      "take-off",
      "c0 open-upstream",
      "c0 look-pipe-side",
      "heater-back",
    ],
    never: ["c1 close-upstream"],
  },
  {
    visit: "a faucet's one side: the other is shut too, and opened again",
    told: [["lavatory-hot", holds]],
    order: ["close-stop", "other-side", "prove", "take-off", "water-in", "first-look", "open-other"],
  },
  {
    visit: "a washer: filled rolled out, looked at, then in its place, level, and spun",
    told: [
      ["washer-hot", { ...holds, ...one }],
      ["washer-cold", { ...holds, ...one }],
    ],
    order: [
      "mark-sides",
      "c0 prove",
      "c1 prove",
      "pull-plug",
      "roll-out",
      "take-off",
      "c0 water-in",
      "c0 first-look",
      "c1 water-in",
      "c1 first-look",
      "stand-look",
      "plug-in",
      "purge",
      "place-back",
      "level",
      "exercise",
    ],
  },
  {
    visit: "a washer exchanged: the old one out by its hoses, the drain hose up first",
    told: [
      ["washer-hot", { ...holds, ...one, ...exchanged }],
      ["washer-cold", { ...holds, ...one, ...exchanged }],
    ],
    order: [
      "pull-plug",
      "roll-out",
      "take-off",
      "drain-off",
      "fixture-out",
      "fixture-in",
      "make",
      "water-in",
      "place-back",
      "level",
      "exercise",
    ],
  },
  {
    visit:
      "a dishwasher exchanged: dead, out, channels, in, level, fast, last joint, water, look, power, cycle, panel",
    told: [["dishwasher", { ...holds, ...exchanged }]],
    order: [
      "prove",
      "power-off",
      "take-off",
      "drain-off",
      "wires-off",
      "fixture-out",
      "make",
      "through-channels",
      "drain-on",
      "fixture-in",
      "level",
      "fasten",
      "make",
      "water-in",
      "first-look",
      "power-on",
      "exercise",
      "drain",
      "place-back",
    ],
  },
  {
    visit: "a dishwasher's line alone: pulled out and slid in again, its wires left",
    told: [["dishwasher", holds]],
    order: [
      "power-off",
      "take-off",
      "roll-out",
      "make",
      "fixture-in",
      "make",
      "water-in",
      "power-on",
      "exercise",
    ],
    never: ["wires-off", "fixture-out"],
  },
  {
    visit: "a dishwasher for the first time: made dead, never unplugged or pulled",
    told: [["dishwasher", { ...holds, ...first }]],
    order: ["power-off", "make", "fixture-in", "make", "water-in", "first-look", "power-on", "exercise"],
    never: ["roll-out", "take-off", "pull-plug"],
  },
  {
    visit: "a refrigerator: unplugged, rolled out, line, water, look, plug, glasses, back",
    told: [["refrigerator", holds]],
    order: [
      "prove",
      "pull-plug",
      "roll-out",
      "take-off",
      "make",
      "water-in",
      "first-look",
      "stand-look",
      "plug-in",
      "purge",
      "exercise",
      "place-back",
      "level",
    ],
  },
  {
    visit: "a refrigerator that has not come: no plug to pull",
    told: [["refrigerator", { ...holds, ...first }]],
    order: ["prove", "fixture-in", "make", "water-in", "first-look", "plug-in", "exercise"],
    never: ["pull-plug", "roll-out", "take-off"],
  },
  {
    visit: "a refrigerator from a cut pipe: found before it is cut, both sides of the tee looked at",
    told: [["refrigerator", { supply: copperPipe }]],
    order: [
      "find-pipe",
      "close-upstream",
      "prove",
      "cut-pipe",
      "make",
      "open-upstream",
      "look-pipe-side",
      "water-in",
    ],
  },
  {
    visit: "a brewer: emptied into place, flushed after the first look",
    told: [["brewer", { ...holds, ...first }]],
    order: ["fixture-in", "make", "water-in", "first-look", "plug-in", "purge", "exercise"],
  },
  {
    visit: "a toilet taken out: cap looked at, stands, stop shut again behind it",
    told: [["toilet", { ...holds, replaces: "take-out" }]],
    order: [
      "prove",
      "take-off",
      "fixture-out",
      "make-safe",
      "make",
      "water-in",
      "first-look",
      "cap-and-hold",
      "stand-look",
      "leave-shut",
    ],
    never: ["exercise", "place-back", "level"],
  },
  {
    visit: "a dishwasher taken out: drain branch and cable closed",
    told: [["dishwasher", { ...holds, replaces: "take-out" }]],
    order: ["power-off", "take-off", "fixture-out", "make-safe", "make", "water-in", "first-look"],
    never: ["fixture-in", "power-on"],
  },
  {
    visit: "two toilets on one riser: both made, riser open, both looked at, one filled, then the other",
    told: [
      ["toilet", dead],
      ["toilet", dead],
    ],
    valves: [RISER, MAIN],
    order: [
      "close-upstream",
      "make",
      "open-upstream",
      "look-pipe-side",
      "look-pipe-side",
      "water-in",
      "first-look",
      "water-in",
      "first-look",
    ],
  },
  {
    visit: "a dead toilet beside a good lavatory: the good stop is proved before the branch is shut",
    told: [
      ["toilet", dead],
      ["lavatory-cold", holds],
    ],
    valves: [RISER, MAIN],
    order: ["c1 close-stop", "c1 prove", "c0 close-upstream"],
  },
  {
    visit: "house main, two hands: the refrigerator stands neither in nor across it",
    told: [
      ["toilet", { stop: { kind: "quarter-turn", proof: "dead", method: null, upstream: "fails" } }],
      ["refrigerator", holds],
    ],
    hands: 2,
    order: ["heater-safe", "c0 close-upstream", "c0 open-upstream", "heater-back"],
  },
  {
    visit: "a hydrant soldered: vented and cooled before its water",
    told: [["hydrant-cold", { replaces: "first-time", houseRules: { pipeJoint: "solder" } }]],
    order: [
      "find-pipe",
      "close-upstream",
      "vent",
      "make",
      "cool",
      "open-upstream",
      "look-pipe-side",
      "water-in",
      "exercise",
    ],
    never: ["take-off"],
  },
  {
    visit: "a bidet seat on the toilet's line: the toilet is run once too",
    told: [
      [
        "bidet-seat",
        {
          ...holds,
          supply: { end: "comp-3/8-m", kind: "stop-outlet", line: "stays", lineInlet: "bc-7/8-m" },
        },
      ],
    ],
    order: ["prove", "loosen-kept", "make", "water-in", "first-look", "exercise", "run-other"],
  },
  {
    visit: "a lavatory faucet exchanged: trap off, old one out, new one in before its lines",
    told: [
      ["lavatory-hot", { ...holds, ...one, ...exchanged }],
      ["lavatory-cold", { ...holds, ...one, ...exchanged }],
    ],
    order: [
      "take-off",
      "drain-off",
      "fixture-out",
      "fixture-in",
      "make",
      "make",
      "make",
      "make",
      "drain-on",
      "water-in",
      "first-look",
      "water-in",
      "first-look",
    ],
  },
];
