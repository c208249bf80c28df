/** What would make a plan possible, in words. */
import type { WayOut, WayOutCode } from "../core/way-out/index.ts";

interface WayOutWords {
  /** What is done, with what it is about. */
  readonly title: (about: string) => string;
  /** What has to be looked at before anybody counts on it. */
  readonly check: string;
}

const WORDS: Readonly<Record<WayOutCode, WayOutWords>> = {
  "cold-side": {
    title: () => "Take it from the cold side",
    check: "Find the cold stop and survey that one.",
  },
  "renew-stop": {
    title: (pipe) => `Renew the stop, on ${pipe}`,
    check: "What pipe is behind it shows when it comes off: look before buying.",
  },
  "thread-pipe": {
    title: (end) => `Thread the pipe: ${end}`,
    check: "Room for the die, and steel sound enough.",
  },
  "go-back": {
    title: (pipe) => `Go back one fitting, to ${pipe}`,
    check: "Look whether such pipe is in reach.",
  },
  "nearer-stop": {
    title: (inches) => `Bring the stop within ${inches} in: what the hose reaches`,
    check: "Measure along the way the hose will lie.",
  },
  "new-line": { title: () => "Take a new line", check: "What is there comes off." },
  "any-line": {
    title: () => "Take any kind of line",
    check: "The kind asked for is not stocked for these ends.",
  },
  "other-length": {
    title: (inches) => `Take a ${inches} in line`,
    check: "Measure again: it must lie in one bow and reach.",
  },
  "wider-pipe": {
    title: (bore) => `Wider pipe before it: ${bore} in inside`,
    check: "From where the pressure is good to this stop.",
  },
  "open-wall": {
    title: () => "Make the wall open: a panel that stays",
    check: "Then joints that are serviced may stand behind it.",
  },
  "without-need": {
    title: (need) => `Leave out: ${need}`,
    check: "Only where neither code nor customer asks for it.",
  },
};

/** Returns a way out in words: what is done, and what is looked at first. `nameOf`: the name of an end or a need; a figure as it is. */
export function wayOutWords(
  { code, about }: WayOut,
  nameOf: (end: string) => string,
): { readonly title: string; readonly check: string } {
  const { title, check } = WORDS[code];
  return { title: title(nameOf(about)), check };
}
