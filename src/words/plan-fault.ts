/** What the judge of plans finds, in words. */
import type { PlanFault, PlanFaultCode } from "../core/judge/index.ts";

const inches = (value = 0) => `${value} in`;
const psi = (value = 0) => `${value} psi`;

const WORDS: Readonly<Record<PlanFaultCode, (fault: PlanFault) => string>> = {
  "no-stop": () => "nothing shuts the water before the fixture",
  "line-before-stop": ({ about }) => `${about} stands before the stop: if it bursts nothing shuts it`,
  "stop-turned-round": ({ about }) => `${about} is fed through its outlet`,
  "hidden-joint": ({ about }) => `${about} lies in a closed wall and is not one for good`,
  "hidden-line": ({ about }) => `${about} lies in a closed wall`,
  "outlet-too-small": ({ is, wanted }) =>
    `the stop that is there has a bore of ${inches(is)} where ${inches(wanted)} are needed`,
  "hot-to-cold-only": () => "hot water to what takes cold alone",
  "not-a-hose": ({ about }) => `${about} where only a hose may run`,
  "hose-does-not-reach": ({ is, wanted }) => `the hose of ${inches(is)} does not reach ${inches(wanted)}`,
  "pipe-too-short": ({ is, wanted }) => `${inches(is)} of pipe where ${inches(wanted)} were asked for`,
  "need-unmet": ({ about }) => `${about} was asked for and is not there`,
  "dielectric-away": ({ about }) => `${about} meets the steel before the dielectric part does`,
  "kept-side-dry": () => "what hung on the supply is fed no more",
  "below-rating": ({ about, is, wanted }) => `${about} is rated for ${psi(is)} where ${psi(wanted)} stand`,
  "bore-too-small": ({ about, wanted }) => `${about} is narrower than ${inches(wanted)}`,
  starved: ({ is, wanted }) => `${psi(is)} are left where ${psi(wanted)} are needed`,
  "not-lead-free": ({ about }) => `${about} is not lead-free and carries drinking water`,
  "metal-after-treatment": ({ about }) => `${about} is metal behind water without minerals`,
  "does-not-reach-inlet": () => "the way ends before the inlet",
  "standard-dropped": ({ about }) => `the standard ${about} gave way without a word`,
};

/** Returns a finding of the judge in words. */
export const planFaultInWords = (fault: PlanFault): string => WORDS[fault.code](fault);
