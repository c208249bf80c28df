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
  turns: {
    term: "Turns",
    text: "Counted from hand-tight with the wrench; a second wrench holds what must not turn. Thread, seal and material decide how many. A joint that weeps at the last figure is opened and made again, never forced further.",
  },
  why: {
    term: "Refused and first",
    text: "A way is refused for what cannot be right: too little water, too weak, the wrong place. Among the rest the usual kind for the place comes first, then whether it reaches, then joints, then price.",
  },
  good: {
    term: "Good, taut, touchy",
    text: "Good: both cuffs leave straight, no bend is tighter than the line stands, and there is slack. Taut pulls on the joints, a tight bend kinks, excess lies in the way. Touchy: an eighth of an inch at an end changes the bend a lot.",
  },
  residual: {
    term: "Pressure left",
    text: "Static pressure, less the rise, less what each part takes of it at this flow. When less is left than the fixture needs, the part that takes most is the one to change.",
  },
  bang: {
    term: "Bang",
    text: "The pressure rises when a valve stops moving water: the faster the valve and the longer and narrower the pipe, the higher. The range is what nobody knows of hoses and valves.",
  },
  tight: {
    term: "Tight, leak, inconclusive",
    text: "A verdict counts water leaving, not pressure falling: warmth, hose and air move a gauge too. Tight says what a leak would have to be below to hide. Inconclusive names the one thing to do next.",
  },
  signing: {
    term: "Signing off",
    text: "Signed when every stage is dry at every joint, or the exception is written down. What comes after the signature is a look a day later, by the plumber or the customer.",
  },
  shut: {
    term: "Where the water is shut",
    text: "The smallest part of the house that covers the work: the fixture's stop if it is proved, else the next valve up. Hot and cold are two waters: a good stop is shut on its side, and only the failed side above.",
  },
  reach: {
    term: "What the truck can make",
    text: "Every usual job from every usual supply end, planned with what is on the truck now. Coverage counts how often each was asked for, from this shop's visits and a stated beginning.",
  },
  due: {
    term: "Due",
    text: "Counted from the day a visit was signed, by the months in Settings. Age alone condemns nothing: look, then renew, turn or dismiss with a reason. The maker's sheet comes first.",
  },
} as const;

export type HelpTopic = keyof typeof HELP;
