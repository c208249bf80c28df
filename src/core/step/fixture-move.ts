/** How a fixture is taken out and put in: rows of data/moves.csv. */
import type { Fixture } from "../plan/index.ts";

export interface FixtureMove {
  readonly fixture: Fixture;
  /** How the old one comes out. */
  readonly out: string;
  /** What of its drain side comes off first; null: nothing does. */
  readonly drainOff: string | null;
  /** What is closed where no other fixture comes; null: nothing is left open. */
  readonly makeSafe: string | null;
  /** How the new one goes in. */
  readonly in: string;
  /** How it is levelled; null: it is not. */
  readonly level: string | null;
  /** What it is fixed by where it stands; null: by nothing. */
  readonly fasten: string | null;
  /** It runs in its place only: it spins. */
  readonly runsInPlace: boolean;
  readonly reason: string;
}

/** Returns how a fixture is taken out and put in; undefined: the table has no row of it. */
export const moveOf = (
  fixture: Fixture,
  { moves }: { readonly moves: readonly FixtureMove[] },
): FixtureMove | undefined => moves.find((each) => each.fixture === fixture);
