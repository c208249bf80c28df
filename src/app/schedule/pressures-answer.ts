/** Pressures as the contract writes them: what only weeps is possible. */
import type { Pressure } from "../../core/piping/index.ts";

const PRESSURES = { no: "no", weep: "possible", possible: "possible", yes: "yes" } as const;

/** Returns whether pressure can stand behind each connection's own stop. */
export function pressuresAnswer(
  pressure: ReadonlyMap<string, Pressure>,
): Record<string, (typeof PRESSURES)[Pressure]> {
  return Object.fromEntries([...pressure].map(([id, each]) => [id, PRESSURES[each]]));
}
