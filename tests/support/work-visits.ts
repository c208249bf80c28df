/** Visits as a plumber meets them, for tests of the order of work: told by presets and what differs from them. */
import type { Survey } from "../../src/core/survey/index.ts";
import { stop } from "./connection.ts";

/** A connection by its preset, with what its survey says besides. */
type Told = readonly [preset: string, change?: Partial<Survey>];

const copperPipe = { end: "pipe-1/2-copper", kind: "pipe", looks: "wall" } as const;
const copperStub = { end: "pipe-1/2-copper", kind: "stub", looks: "wall" } as const;
const copperDead = { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" } as const;
const cpvcDead = { end: "pipe-1/2-cpvc", kind: "dead-stop", looks: "wall" } as const;
const nippleDead = { end: "npt-1/2-m", kind: "dead-stop", looks: "wall", material: "galvanised" } as const;
const solder = { houseRules: { pipeJoint: "solder" } } as const;
const press = { houseRules: { pipeJoint: "press" } } as const;
const oneFixture = { fixtureId: "one" };
const twoFixture = { fixtureId: "two" };
const holds = stop("holds");
const dead = stop("dead");
const seized = stop("seized");

/** Visits as a plumber meets them: every fixture; what fails, what is soldered, what shares, what is taken out. */
export const VISITS: Readonly<Record<string, readonly Told[]>> = {
  "a toilet, its line renewed": [["toilet", holds]],
  "a toilet whose stop drips on": [["toilet", stop("weeps")]],
  "a toilet whose stop is dead and stays": [["toilet", dead]],
  "a toilet, its seized stop replaced, soldered": [["toilet", { ...seized, supply: copperDead, ...solder }]],
  "a toilet, its seized stop replaced, pressed": [["toilet", { ...seized, supply: copperDead, ...press }]],
  "a toilet on CPVC, its stop replaced": [["toilet", { ...dead, supply: cpvcDead }]],
  "a toilet on a galvanised nipple": [["toilet", { ...dead, supply: nippleDead }]],
  "a toilet by a rigid riser": [["toilet", { ...holds, houseRules: { toiletLine: "rigid" } }]],
  "a toilet taken out": [["toilet", { ...holds, replaces: "take-out" }]],
  "a dishwasher with an air chamber": [
    [
      "dishwasher",
      {
        supply: copperStub,
        replaces: "first-time",
        houseRules: { hammer: "air-chamber", pipeJoint: "solder" },
      },
    ],
  ],
  "a toilet roughed in": [["toilet", { supply: copperStub, replaces: "first-time", phase: "rough-in" }]],
  "a bidet seat on the toilet's line": [
    [
      "bidet-seat",
      { ...holds, supply: { end: "comp-3/8-m", kind: "stop-outlet", line: "stays", lineInlet: "bc-7/8-m" } },
    ],
  ],
  "a bidet sprayer for the first time": [
    [
      "bidet-sprayer",
      {
        ...holds,
        replaces: "first-time",
        sharedWith: "toilet",
        supply: { end: "comp-3/8-m", kind: "stop-outlet", line: "stays", lineInlet: "bc-7/8-m" },
      },
    ],
  ],
  "a lavatory faucet, both stops hold": [
    ["lavatory-hot", { ...holds, ...oneFixture }],
    ["lavatory-cold", { ...holds, ...oneFixture }],
  ],
  "a lavatory faucet whose hot stop is dead": [
    ["lavatory-hot", { ...dead, ...oneFixture }],
    ["lavatory-cold", { ...holds, ...oneFixture }],
  ],
  "a lavatory faucet, both stops soldered new": [
    ["lavatory-hot", { ...dead, supply: copperDead, ...solder, ...oneFixture }],
    ["lavatory-cold", { ...seized, supply: copperDead, ...solder, ...oneFixture }],
  ],
  "a lavatory faucet's hot side alone": [["lavatory-hot", holds]],
  "a kitchen faucet with its own hoses": [
    ["kitchen-hot", { ...holds, ...oneFixture }],
    ["kitchen-cold", { ...stop("weeps"), ...oneFixture }],
  ],
  "a glass rinser": [["rinser", { ...holds, replaces: "first-time", sharedWith: "kitchen" }]],
  "a dishwasher in its place": [["dishwasher", holds]],
  "a dishwasher that arrives": [["dishwasher", { ...holds, replaces: "first-time", inPlace: false }]],
  "a dishwasher fed from a cut pipe, soldered": [["dishwasher", { supply: copperPipe, ...solder }]],
  "a dishwasher with hose thread": [
    [
      "dishwasher-hose",
      { ...holds, length: { min: { typed: "78", value: 78 }, max: { typed: "90", value: 90 } } },
    ],
  ],
  "a toilet exchanged": [["toilet", { ...holds, inPlace: false }]],
  "a toilet exchanged, its stop renewed": [["toilet", { ...dead, supply: copperDead, inPlace: false }]],
  "a dishwasher exchanged": [["dishwasher", { ...holds, inPlace: false }]],
  "a dishwasher exchanged on a dead stop": [["dishwasher", { ...dead, inPlace: false }]],
  "a dishwasher taken out": [["dishwasher", { ...holds, replaces: "take-out" }]],
  "a washer exchanged": [
    ["washer-hot", { ...holds, ...oneFixture, inPlace: false }],
    ["washer-cold", { ...holds, ...oneFixture, inPlace: false }],
  ],
  "a lavatory faucet exchanged": [
    ["lavatory-hot", { ...holds, ...oneFixture, inPlace: false }],
    ["lavatory-cold", { ...dead, supply: copperDead, ...oneFixture, inPlace: false }],
  ],
  "a refrigerator": [["refrigerator", holds]],
  "a refrigerator from a cut pipe": [["refrigerator", { supply: copperPipe }]],
  "an ice machine hard-wired": [["ice-machine", { ...holds, power: "hard-wired" }]],
  "a coffee brewer": [["brewer", { ...holds, replaces: "first-time", inPlace: false }]],
  "a coffee brewer without power now": [["brewer", { ...holds, power: "none" }]],
  "a washer, hot and cold as one": [
    ["washer-hot", { ...holds, ...oneFixture }],
    ["washer-cold", { ...holds, ...oneFixture }],
  ],
  "a washer whose box valves are dead": [
    ["washer-hot", { ...dead, ...oneFixture }],
    ["washer-cold", { ...dead, ...oneFixture }],
  ],
  "a tub filler from copper stubs, soldered": [
    ["tub-filler-hot", { ...solder, ...oneFixture, replaces: "first-time" }],
    ["tub-filler-cold", { ...solder, ...oneFixture, replaces: "first-time" }],
  ],
  "a bidet": [
    ["bidet-hot", { ...holds, ...oneFixture }],
    ["bidet-cold", { ...holds, ...oneFixture }],
  ],
  "a utility faucet": [
    ["utility-hot", { ...holds, ...oneFixture }],
    ["utility-cold", { ...holds, ...oneFixture }],
  ],
  "an outside hydrant": [["hydrant-cold", { replaces: "first-time", ...solder }]],
  "a filter feed": [["filter", holds]],
  "a filter taken out": [["filter", { ...holds, replaces: "take-out" }]],
  "two fixtures on one dead riser": [
    ["toilet", dead],
    ["lavatory-cold", seized],
  ],
  "the house main, for two fixtures": [
    ["toilet", { stop: { kind: "quarter-turn", proof: "dead", method: null, upstream: "fails" } }],
    [
      "lavatory-hot",
      { stop: { kind: "quarter-turn", proof: "dead", method: null, upstream: "fails" }, ...oneFixture },
    ],
    ["lavatory-cold", { ...holds, ...oneFixture }],
  ],
  "a washroom and a washer": [
    ["toilet", holds],
    ["lavatory-hot", { ...dead, supply: copperDead, ...solder, ...oneFixture }],
    ["lavatory-cold", { ...holds, ...oneFixture }],
    ["washer-hot", { ...holds, ...twoFixture }],
    ["washer-cold", { ...holds, ...twoFixture }],
  ],
  "flushing asked for where the last joint is a flame's": [
    ["hydrant-cold", { replaces: "first-time", houseRules: { pipeJoint: "solder", flushBeforeLast: "yes" } }],
  ],
  "both sides of a faucet, flushing before the last joints": [
    ["lavatory-hot", { ...dead, supply: copperDead, houseRules: { flushBeforeLast: "yes" }, ...oneFixture }],
    ["lavatory-cold", { ...holds, houseRules: { flushBeforeLast: "yes" }, ...oneFixture }],
  ],
  "flushing before the last joint": [
    ["toilet", { ...dead, supply: copperDead, houseRules: { pipeJoint: "solder", flushBeforeLast: "yes" } }],
  ],
};
