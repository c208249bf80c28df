import type { SiteValve } from "./event.ts";

/** A branch is nearer to a fixture than the hot side, and that than the house. */
const NEAREST_FIRST = ["fixture", "branch", "hot", "house"] as const;

/** Returns the valves with one found, proved or corrected, the nearest first. */
export function withValve(valves: readonly SiteValve[], valve: SiteValve): readonly SiteValve[] {
  const place = ({ shuts }: SiteValve) => NEAREST_FIRST.indexOf(shuts);
  return [...valves.filter(({ name }) => name !== valve.name), valve].toSorted((a, b) => place(a) - place(b));
}
