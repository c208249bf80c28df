/** Where the two ends of a connection are met, for the identifier and for what a picker offers first. */
import type { Place } from "../identify/index.ts";
import type { Fixture, SupplyKind } from "../plan/index.ts";

const FAUCETS: readonly Fixture[] = ["lavatory", "kitchen", "bidet", "tub-filler", "utility"];
const TANKS: readonly Fixture[] = ["toilet", "bidet-seat", "bidet-sprayer"];

/** Supplies that begin at pipe: the end is the pipe, and the plan brings a stop. */
const PIPE_KINDS: readonly SupplyKind[] = ["pipe", "stub", "dead-stop"];

/** Returns where an inlet of this fixture is met. */
export function placeOfInlet(fixture: Fixture): Place {
  if (TANKS.includes(fixture)) return "fill-valve";
  return FAUCETS.includes(fixture) ? "faucet" : "appliance";
}

/** Returns where the end of such a supply is met. */
export function placeOfSupply(kind: SupplyKind): Place {
  if (kind === "faucet-riser") return "faucet";
  return PIPE_KINDS.includes(kind) || kind === "tube" ? "pipe" : "stop-outlet";
}
