/** Leaks and weeps on record that a signature must say something about. */

import { standingCheck, type Target } from "../check/index.ts";
import type { ConnectionState, KeptHold } from "./connection-state.ts";

export interface Unresolved {
  /** The latest pressure test that called a leak, where no later test called the section tight; null: none. */
  readonly leak: KeptHold | null;
  /** True when a joint was turned or re-made after that test: what leaked may have been put right, and no gauge has said so. */
  readonly isBeforeTouch: boolean;
  /** Targets that are signed wet, behind a written exception. */
  readonly weeps: readonly Target[];
}

/** Returns the latest moment a joint of the connection was turned further or re-made, UTC; null: never. */
function lastTouchedAt({ joints }: Pick<ConnectionState, "joints">): string | null {
  return (
    joints
      .flatMap(({ touchedAt }) => touchedAt ?? [])
      .toSorted((a, b) => Date.parse(a) - Date.parse(b))
      .at(-1) ?? null
  );
}

/** Returns true when a pressure test was taken before a joint was last turned further or re-made. */
export function isBeforeTouch(
  connection: Pick<ConnectionState, "joints">,
  { at }: { readonly at: string },
): boolean {
  const touched = lastTouchedAt(connection);
  return touched !== null && Date.parse(at) < Date.parse(touched);
}

/** Returns what stands unresolved on a connection; null when nothing does. */
export function unresolvedOf(connection: ConnectionState): Unresolved | null {
  const { holds, exceptions } = connection;
  const leakAt = holds.findLastIndex(({ verdict }) => verdict === "leak");
  const isCleared = holds.slice(leakAt + 1).some(({ verdict }) => verdict === "tight");
  const leak = isCleared ? null : (holds[leakAt] ?? null);
  const weeps = exceptions
    .filter(({ target, stage }) => standingCheck(connection, target, stage)?.result === "weeping")
    .map(({ target }) => target);
  if (leak === null && weeps.length === 0) return null;
  return {
    leak,
    isBeforeTouch: leak !== null && isBeforeTouch(connection, leak),
    weeps: [...new Set(weeps)],
  };
}
