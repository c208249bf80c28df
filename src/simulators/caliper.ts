/**
 * A caliper that streams readings, and the pieces that lie in the practice tray. The source is what a real caliper's
 * driver would be; the simulated one is seeded, errs normally by 0.0025 in and shows its last digit as 0.0005 in.
 */
import type { Profile } from "../core/identify/index.ts";
import { randomFrom } from "./chance.ts";
import { makePiece, type Piece, readAcross, spanOver } from "./measuring.ts";

export interface CaliperReading {
  readonly valueIn: number;
  readonly simulated: boolean;
}

/** Anything that gives caliper readings, one after the other. */
export interface CaliperSource {
  readonly read: () => CaliperReading;
}

export type Jaws = { readonly lay: "across" } | { readonly lay: "span"; readonly crests: number };

export const TRAY_SIZE = 8;
const RESOLUTION_IN = 0.0005;
/** The tray is made anew from this seed, so that piece 3 is the same piece tomorrow. */
const TRAY_SEED = 20_261;

const rounded = (valueIn: number) => Math.round(valueIn / RESOLUTION_IN) * RESOLUTION_IN;

/** The practice pieces: ends as they are met at faucets, stops and appliances, each with a size of its own. */
export function practiceTray(profiles: readonly Profile[]): readonly Piece[] {
  const chance = randomFrom(TRAY_SEED);
  const places = ["stop-outlet", "faucet", "appliance", "fill-valve"] as const;
  return Array.from({ length: TRAY_SIZE }, (_, at) => {
    const place = places[at % places.length] ?? "unknown";
    const profile = chance.weighted(profiles, (each) => Math.sqrt(each.weight(place)));
    return makePiece(profile, chance);
  });
}

/** A simulated caliper laid on a piece. A smooth piece has no crests to span: it is read across. */
export function simulatedCaliper(piece: Piece, jaws: Jaws, seed: number): CaliperSource {
  const chance = randomFrom(seed);
  const { thread } = piece.profile;
  return {
    read: () => ({
      valueIn: rounded(
        jaws.lay === "span" && thread !== null
          ? (spanOver(thread, jaws.crests, chance)?.spanIn ?? 0)
          : readAcross(piece, "caliper", chance),
      ),
      simulated: true,
    }),
  };
}
