/** What Identify's choices are called. */
import { type Place, SEEN_MATERIALS, type Seat } from "../core/identify/index.ts";

export const PLACE_WORDS: readonly (readonly [Place, string])[] = [
  ["stop-outlet", "at a stop"],
  ["fill-valve", "under a tank"],
  ["faucet", "on a faucet"],
  ["appliance", "on an appliance"],
  ["pipe", "on a pipe"],
  ["unknown", "anywhere"],
];

export const LOOK_WORDS = [
  ["male-thread", "thread outside"],
  ["female-thread", "thread inside"],
  ["smooth", "smooth pipe or tube"],
  ["socket", "smooth hole"],
  ["unknown", "not sure"],
] as const;

export const SEAT_WORDS: readonly (readonly [Seat, string])[] = [
  ["cone", "a cone"],
  ["flat", "a flat face or washer"],
  ["tube-seat", "a socket for the tube"],
  ["ferrule", "a ferrule"],
  ["o-ring", "an o-ring"],
];

export const MATERIAL_WORDS: readonly (readonly [string, string])[] = [
  ["unknown", "not said"],
  ...SEEN_MATERIALS.map((material): readonly [string, string] => [
    material,
    { pex: "PEX", pe: "polyethylene", cpvc: "CPVC", pb: "polybutylene", pexal: "PEX-aluminium-PEX" }[
      material as string
    ] ?? material,
  ]),
];
