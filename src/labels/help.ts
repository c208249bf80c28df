/** Short help on screen, a sentence or two for each term; docs/glossary.md lists the same words. */

export const HELP = {
  supply: {
    term: "Supply",
    text: "What the line begins at: a stop's outlet, a box valve, an open pipe, or a pipe to cut into. Its end decides what can be screwed or pushed on.",
  },
  stop: {
    term: "Proof of a stop",
    text: "A stop is proved by what it does, not by its handle: shut it, open the fixture, and the flow must die and stay dead. A stop that fails is replaced, or the next valve up is shut.",
  },
  inlet: {
    term: "Inlet",
    text: "What the line goes on at the fixture: the shank of a fill valve or faucet, a hose thread, or the fixture's own hose. Plastic threads are turned by hand only.",
  },
  line: {
    term: "Shortest and longest line",
    text: "The shortest that reaches without pulling, and the longest that has room without kinking. Measure along the way the line will lie, nut to nut.",
  },
  water: {
    term: "Static pressure",
    text: "Pressure on a gauge with nothing running. Above 80 psi a reducer comes before any new line. Left empty, plans assume 60 psi and say so.",
  },
  fixture: {
    term: "New or old",
    text: "Whether one is taken off, a first one is set, or none follows. It decides what is taken apart, carried and handed over.",
  },
  plans: {
    term: "Figures of a plan",
    text: "Psi left: pressure at the inlet at the fixture's usual flow. Gpm available: the most that could flow. Minutes: hands on and waiting, by this shop's own times.",
  },
  identify: {
    term: "Likelihood",
    text: "How likely each end is after what you have seen and measured, tape errors counted. It names an end from 95 % on; try the mate by hand before a wrench.",
  },
  compatibility: {
    term: "Fits",
    text: "Fits: made for each other. Seals on the washer only: another thread, the faces meet. Starts: goes on some turns, will not seal. Never force one that binds.",
  },
  stages: {
    term: "Stages of the leak check",
    text: "First fill, static, after use: each joint is wiped dry and looked at again. Then the drain under full flow and the look with everything back in place. A look shorter than its stage asks for leaves the stage open.",
  },
} as const;

export type HelpTopic = keyof typeof HELP;
