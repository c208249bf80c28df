import { nearestFirst } from "../piping/index.ts";
import type { SiteValve } from "./event.ts";

/** Returns the valves with one found, proved or corrected, the nearest first. */
export const withValve = (valves: readonly SiteValve[], valve: SiteValve): readonly SiteValve[] =>
  nearestFirst([...valves.filter(({ name }) => name !== valve.name), valve]);
