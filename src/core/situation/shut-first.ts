/** At a weep that cannot wait: the nearest valve that stops the water there. */
import { nearestClosing } from "../piping/index.ts";
import { connectionFacts, remakeValve, type StepSubject, type StepTables } from "../step/index.ts";
import type { StopProof } from "../survey/index.ts";

export interface ShutFirst {
  /** Name of the valve; null: the connection's own stop. */
  readonly valve: string | null;
  readonly proof: StopProof;
  /** Valves nearer to the joint that are known not to hold. */
  readonly passedOver: readonly string[];
  readonly isHot: boolean;
  /** How the fixture is fed with electricity: what is switched off from a dry place. */
  readonly power: "plug" | "hard-wired" | "none";
}

/**
 * Returns what to shut first where a joint weeps, and what is known of that valve: the own stop for joints behind it, else the nearest valve
 * above that is not known to fail; null: the joint is not planned. `joint`: its number.
 * Source: water, power and hands, at a weep (docs/data-sources.md, "Trade practice").
 */
export function shutFirst(
  subject: StepSubject,
  joint: number,
  tables: Pick<StepTables, "fixtures">,
): ShutFirst | null {
  const [facts] = connectionFacts([subject], tables);
  if (facts === undefined || subject.plan === null) return null;
  const { power, hasNewStop } = facts;
  const { survey } = subject;
  const common = { isHot: survey.water === "hot", power };
  if (remakeValve(facts, { joints: [joint], isAbove: false }).isOwnStop)
    return { ...common, valve: null, proof: hasNewStop ? "not-proved" : survey.stop.proof, passedOver: [] };
  const { valve, passedOver } = nearestClosing(subject);
  return { ...common, valve: valve.name, proof: valve.proof, passedOver: passedOver.map(({ name }) => name) };
}
