/**
 * More visits written down from the trade before anybody looked at what the program says: sources, shared valves, two hands, power, drains,
 * heat, what stays and what goes.
 */
import { siteValve, stop } from "./connection.ts";
import type { WrittenVisit } from "./written-visits.ts";

const copperDead = { end: "pipe-1/2-copper", kind: "dead-stop", looks: "wall" } as const;
const copperStub = { end: "pipe-1/2-copper", kind: "stub", looks: "wall" } as const;
const copperPipe = { end: "pipe-1/2-copper", kind: "pipe", looks: "wall" } as const;
const holds = stop("holds");
const dead = stop("dead");
const seized = stop("seized");
const weeps = stop("weeps");
const one = { fixtureId: "one" };
const two = { fixtureId: "two" };
const first = { replaces: "first-time", inPlace: false } as const;
const out = { replaces: "take-out" } as const;
const exchanged = { inPlace: false };
const solder = { houseRules: { pipeJoint: "solder" } } as const;
const press = { houseRules: { pipeJoint: "press" } } as const;
const MAIN = siteValve("main in the cellar", "house");
const RISER = siteValve("riser B", "branch");
const DEAD_RISER = siteValve("riser B", "branch", "dead");

export const WRITTEN_WATER: readonly WrittenVisit[] = [
  {
    visit:
      "a dead stop behind a well: pump off, then the valve after its tank, and the pump on when water is in",
    told: [["toilet", { ...dead, sources: [{ kind: "well" }] }]],
    valves: [MAIN],
    order: [
      "pump-off",
      "close-upstream",
      "prove",
      "take-off",
      "open-upstream",
      "water-in",
      "pump-on",
      "hand-over",
    ],
  },
  {
    visit: "a good stop behind a well: the pump is nobody's business",
    told: [["toilet", { ...holds, sources: [{ kind: "well" }] }]],
    order: ["close-stop", "prove", "take-off", "water-in"],
    never: ["pump-off", "pump-on"],
  },
  {
    visit:
      "a hot stop dead in a house whose hot water runs in a loop: loop shut before the proof, opened at the end",
    told: [["lavatory-hot", { ...dead, sources: [{ kind: "recirculation" }] }]],
    order: [
      "heater-safe",
      "loop-off",
      "prove",
      "take-off",
      "open-upstream",
      "water-in",
      "loop-on",
      "hand-over",
    ],
  },
  {
    visit: "a loop beside cold work alone stays as it is",
    told: [["lavatory-cold", { ...dead, sources: [{ kind: "recirculation" }] }]],
    order: ["close-upstream", "prove", "open-upstream"],
    never: ["loop-off", "loop-on", "heater-safe"],
  },
  {
    visit: "treated water: shut at its tank, not at the cold branch",
    told: [["refrigerator", { ...dead, sources: [{ kind: "tank", valve: "tank valve under the sink" }] }]],
    order: ["close-upstream", "prove", "pull-plug", "take-off", "make", "open-upstream"],
    never: ["heater-safe"],
  },
  {
    visit: "house main for one dead hot stop: heater safe first, back when it is full",
    told: [["lavatory-hot", dead]],
    valves: [MAIN],
    order: [
      "heater-safe",
      "close-upstream",
      "prove",
      "open-upstream",
      "water-in",
      "heater-back",
      "hand-over",
    ],
  },
  {
    visit: "a riser that fails: the house main at once, heater too",
    told: [["toilet", dead]],
    valves: [DEAD_RISER, MAIN],
    order: ["heater-safe", "close-upstream", "prove", "take-off", "open-upstream", "heater-back"],
  },
  {
    visit: "a dead toilet under a riser that holds: the heater runs on",
    told: [["toilet", dead]],
    valves: [RISER, MAIN],
    order: ["close-upstream", "prove", "take-off", "open-upstream", "first-look"],
    never: ["heater-safe", "heater-back"],
  },
  {
    visit: "hot and cold stops dead: both waters shut and proved before anything is opened",
    told: [
      ["lavatory-hot", { ...dead, ...one }],
      ["lavatory-cold", { ...dead, ...one }],
    ],
    order: ["heater-safe", "c0 prove", "c1 prove", "release-pressure", "take-off", "hand-over"],
  },
  {
    visit: "cold stop dead and hot good: the heater is not touched",
    told: [
      ["lavatory-hot", { ...holds, ...one }],
      ["lavatory-cold", { ...dead, ...one }],
    ],
    order: ["c0 close-stop", "c0 prove", "c1 close-upstream", "c1 prove", "take-off", "open-upstream"],
    never: ["heater-safe"],
  },
  {
    visit:
      "two dead toilets on one riser, two pairs of hands: nothing is taken off before the riser is proved",
    told: [
      ["toilet", { ...dead, ...one }],
      ["toilet", { ...dead, ...two }],
    ],
    valves: [RISER, MAIN],
    hands: 2,
    order: ["close-upstream", "prove", "take-off", "take-off", "open-upstream", "look-pipe-side", "water-in"],
  },
  {
    visit: "main for a dead stop, a good toilet beside it: its standing look is not cut by the main",
    told: [
      ["toilet", { ...dead, ...one }],
      ["toilet", { ...holds, ...two }],
    ],
    valves: [MAIN],
    order: ["c1 prove", "close-upstream", "open-upstream"],
  },
  {
    visit: "a weeping stop: proved with its weep, a pan, and told afterwards",
    told: [["toilet", weeps]],
    order: ["close-stop", "prove", "take-off", "water-in", "replace-soon", "hand-over"],
    never: ["close-upstream"],
  },
  {
    visit: "a seized stop that stays is not forced: shut above",
    told: [["toilet", seized]],
    order: ["close-upstream", "prove", "take-off"],
    never: ["close-stop"],
  },
  {
    visit: "a pressed stop: no flame, no watch, its mark made before it is pressed",
    told: [["toilet", { ...dead, supply: copperDead, ...press }]],
    order: ["pull-stop", "prepare", "make", "open-upstream", "look-pipe-side", "prove-new", "water-in"],
    never: ["vent", "fire-watch", "cool"],
  },
  {
    visit: "a soldered stop: its fire watch runs on beside the work and ends before anybody leaves",
    told: [["toilet", { ...dead, supply: copperDead, ...solder }]],
    order: ["find-pipe", "close-upstream", "pull-stop", "vent", "make", "cool", "fire-watch", "hand-over"],
  },
  {
    visit: "a stub with a cap: its pipe found, drained, opened over a pan; no old line to take off",
    told: [["toilet", { supply: copperStub, ...first }]],
    order: ["find-pipe", "close-upstream", "prove", "release-pressure", "open-stub", "make", "open-upstream"],
    never: ["take-off", "fixture-out"],
  },
  {
    visit: "a toilet roughed in and capped: held under pressure, nothing flushed",
    told: [["toilet", { supply: copperStub, replaces: "first-time", phase: "rough-in" }]],
    order: ["close-upstream", "open-stub", "make", "open-upstream", "cap-and-hold", "hand-over"],
    never: ["exercise", "purge", "fixture-in"],
  },
  {
    visit: "a lavatory taken out: both caps, trap closed, both stops shut behind them",
    told: [
      ["lavatory-hot", { ...holds, ...one, ...out }],
      ["lavatory-cold", { ...holds, ...one, ...out }],
    ],
    order: [
      "prove",
      "take-off",
      "fixture-out",
      "make-safe",
      "make",
      "water-in",
      "cap-and-hold",
      "leave-shut",
    ],
    never: ["exercise", "fixture-in"],
  },
  {
    visit: "a washer taken out: unplugged, hoses off, drain hose down, both stops shut behind caps",
    told: [
      ["washer-hot", { ...holds, ...one, ...out }],
      ["washer-cold", { ...holds, ...one, ...out }],
    ],
    order: ["pull-plug", "take-off", "fixture-out", "make-safe", "cap-and-hold", "leave-shut"],
    never: ["plug-in", "exercise"],
  },
  {
    visit: "a refrigerator taken out: unplugged and out; nothing is plugged in again",
    told: [["refrigerator", { ...holds, ...out }]],
    order: ["pull-plug", "take-off", "fixture-out", "make-safe", "leave-shut"],
    never: ["plug-in", "level", "place-back"],
  },
  {
    visit:
      "a toilet exchanged on a good stop: emptied, out, drain plugged, dry-set, plug out, set, then its line",
    told: [["toilet", { ...holds, ...exchanged }]],
    order: [
      "close-stop",
      "prove",
      "drain-tank",
      "take-off",
      "fixture-out",
      "plug-drain",
      "dry-set",
      "unplug-drain",
      "fixture-in",
      "make",
      "water-in",
    ],
  },
  {
    visit: "a toilet for the first time: nothing is taken out, the drain was never plugged by this work",
    told: [["toilet", { ...holds, ...first }]],
    order: ["dry-set", "fixture-in", "make", "water-in", "first-look", "exercise"],
    never: ["take-off", "fixture-out", "plug-drain", "drain-tank"],
  },
  {
    visit: "a kitchen faucet exchanged: sides marked, dead above nothing, water and look side by side",
    told: [
      ["kitchen-hot", { ...holds, ...one, ...exchanged }],
      ["kitchen-cold", { ...holds, ...one, ...exchanged }],
    ],
    order: [
      "mark-sides",
      "c0 prove",
      "c1 prove",
      "take-off",
      "fixture-out",
      "fixture-in",
      "make",
      "c0 water-in",
      "c0 first-look",
      "c1 water-in",
      "c1 first-look",
    ],
  },
  {
    visit: "a kitchen pair, lines only: no faucet is carried out",
    told: [
      ["kitchen-hot", { ...holds, ...one }],
      ["kitchen-cold", { ...holds, ...one }],
    ],
    order: ["mark-sides", "prove", "take-off", "make", "water-in", "purge", "exercise", "after-run"],
    never: ["fixture-out", "fixture-in", "plug-in"],
  },
  {
    visit:
      "an ice machine: proved by a fill while it has power, unplugged, out, line, water, look, plug, two fills",
    told: [["ice-machine", holds]],
    order: [
      "close-stop",
      "prove",
      "pull-plug",
      "take-off",
      "water-in",
      "first-look",
      "plug-in",
      "exercise",
      "after-run",
    ],
  },
  {
    visit: "a bidet seat unplugged is plugged in only over dry joints",
    told: [
      [
        "bidet-seat",
        {
          ...holds,
          supply: { end: "comp-3/8-m", kind: "stop-outlet", line: "stays", lineInlet: "bc-7/8-m" },
        },
      ],
    ],
    order: ["loosen-kept", "make", "water-in", "first-look", "plug-in", "exercise"],
    never: ["plug-drain", "fixture-out"],
  },
  {
    visit: "a filter: date written, first water thrown away, looked at in place",
    told: [["filter", holds]],
    order: ["close-stop", "prove", "take-off", "make", "water-in", "first-look", "purge", "hand-over"],
    never: ["pull-plug", "power-off"],
  },
  {
    visit: "a tub filler: bathing heat measured before anybody leaves",
    told: [
      ["tub-filler-hot", { ...holds, ...one }],
      ["tub-filler-cold", { ...holds, ...one }],
    ],
    order: ["prove", "make", "water-in", "exercise", "bathing-heat", "hand-over"],
  },
  {
    visit: "a hydrant renewed: it is run, its drain is watched, and it pitches",
    told: [["hydrant-cold", { supply: copperPipe }]],
    order: [
      "find-pipe",
      "close-upstream",
      "prove",
      "make",
      "open-upstream",
      "water-in",
      "exercise",
      "hydrant-pitch",
    ],
  },
  {
    visit: "a washer, lines only: its plug out before any nut, and in again after both first looks",
    told: [
      ["washer-hot", { ...holds, ...one }],
      ["washer-cold", { ...holds, ...one }],
    ],
    order: ["pull-plug", "take-off", "c0 first-look", "c1 first-look", "plug-in", "exercise"],
    never: ["fixture-out"],
  },
  {
    visit: "a washer whose hot valve is dead: good cold valve shut at itself, hot above",
    told: [
      ["washer-hot", { ...dead, ...one }],
      ["washer-cold", { ...holds, ...one }],
    ],
    order: ["c1 close-stop", "c1 prove", "heater-safe", "c0 close-upstream", "c0 prove", "take-off"],
  },
  {
    visit: "a dishwasher, hard-wired, exchanged: dead and tested, wires off, wires on, power last",
    told: [["dishwasher", { ...holds, ...exchanged }]],
    order: [
      "power-off",
      "take-off",
      "wires-off",
      "fixture-out",
      "wires-on",
      "fixture-in",
      "power-on",
      "exercise",
    ],
  },
  {
    visit: "three fixtures, two hands: each fixture's own proof comes before its own nut",
    told: [
      ["toilet", { ...holds, ...one }],
      ["lavatory-hot", { ...holds, ...two }],
      ["lavatory-cold", { ...holds, ...two }],
    ],
    hands: 2,
    order: ["prove", "take-off", "make", "water-in", "stand-look", "hand-over"],
    never: ["close-upstream", "heater-safe"],
  },
  {
    visit:
      "a toilet beside a dead kitchen cold under one riser: the toilet's water is not looked at while it is shut",
    told: [
      ["kitchen-cold", { ...dead, ...one }],
      ["toilet", { ...holds, ...two }],
    ],
    valves: [RISER, MAIN],
    order: ["c1 prove", "c0 close-upstream", "c0 open-upstream"],
    never: ["heater-safe"],
  },
  {
    visit: "a sprayer on the toilet's line: its own valve shut when nobody uses it",
    told: [
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
    order: ["prove", "make", "water-in", "first-look", "exercise", "sprayer-shut", "hand-over"],
    never: ["fixture-out", "pull-plug"],
  },
];
