/** At a weep: once more as it stands, or first which valve to shut. */
import type { ShutFirst } from "../core/situation/index.ts";
import type { StopProof } from "../core/survey/index.ts";

const PROOF: Readonly<Record<StopProof, string>> = {
  holds: "holds",
  weeps: "weeps a little",
  dead: "does not hold",
  seized: "is seized",
  unreachable: "cannot be reached",
  "not-proved": "is not proved",
};

/** Returns what to shut first, with what is known of it. `place`: where the valve is; empty: nobody noted it. */
export function shutFirstWords({ valve, proof, passedOver }: ShutFirst, place: string): string {
  const name = valve === null ? "the stop of this connection" : valve;
  const where = place === "" ? "" : `, ${place}`;
  const over = passedOver.length === 0 ? "" : ` ${passedOver.join(" and ")} does not hold.`;
  return `Shut ${name}${where}: ${PROOF[proof]}.${over}`;
}

/** Returns what else comes first: electricity near, and scalding water; empty: nothing. */
export function besideWords({ power, isHot }: ShutFirst): string {
  return [
    power === "hard-wired" ? "Breaker off, from a dry place." : "",
    power === "plug" ? "Breaker off from a dry place; never touch a wet plug." : "",
    isHot ? "Hot water scalds: keep hands and face away." : "",
  ]
    .filter(Boolean)
    .join(" ");
}
