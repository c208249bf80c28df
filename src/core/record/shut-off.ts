/** The valve that shuts one connection today: what a record names for whoever finds water. */

import { isolationsOf } from "../piping/index.ts";
import type { PlanPart } from "../plan/index.ts";
import type { ConnectionState } from "../visit/index.ts";

export interface ShutOff {
  /** The valve in words: "quarter-turn stop", or the new part's name. */
  readonly name: string;
  readonly place: string;
  readonly state: /** Fitted on this visit, all of its joints made. */
    | { readonly kind: "new"; readonly joint: number; readonly fittedAt: string }
    /** Was there before and stays. `provedAt`: null when it was surveyed as it is and no proof was written down. */
    | {
        readonly kind: "kept";
        readonly proof: "holds" | "weeps" | "not-proved";
        readonly provedAt: string | null;
      }
    /** The fixture's own stop does not close or there is none: a valve above it. */
    | { readonly kind: "above"; readonly because: string };
}

const isValve = ({ kind, shutsOff }: PlanPart) => shutsOff === true || kind === "stop" || kind === "valve";

/** The valve of the plan nearest to the fixture that is fitted: its joints are made. */
function fittedValve({ plan, joints }: ConnectionState) {
  const parts = plan?.plan.parts ?? [];
  return parts
    .map((part, at) => {
      const own = joints.filter(({ joint }) => joint.between.some((ref) => ref.startsWith(`p${at}.`)));
      return { part, own };
    })
    .filter(
      ({ part, own }) =>
        part.branch === "main" &&
        isValve(part) &&
        own.length > 0 &&
        own.every(({ madeAt }) => madeAt !== null),
    )
    .at(-1);
}

/**
 * Returns the valve that shuts the connection now: a new stop or a tee's own valve once it is fitted, else the stop that was kept with its
 * last proof, else the next valve up.
 */
export function shutOffOf(connection: ConnectionState): ShutOff {
  const { survey, proofs } = connection;
  const fitted = fittedValve(connection);
  if (fitted !== undefined) {
    const [first] = fitted.own;
    const fittedAt =
      fitted.own
        .flatMap(({ madeAt }) => madeAt ?? [])
        .toSorted()
        .at(-1) ?? "";
    return {
      name: fitted.part.name,
      place: survey.place,
      state: { kind: "new", joint: first?.joint.number ?? 1, fittedAt },
    };
  }
  const isolation = isolationsOf([connection]).get(connection.id);
  if (isolation !== undefined && !isolation.isOwnStop) {
    const known = connection.valves.find(({ name }) => name === isolation.zone.name);
    return {
      name: isolation.zone.name,
      place: known?.place ?? "",
      state: { kind: "above", because: isolation.because },
    };
  }
  const { kind, proof } = survey.stop;
  const last = proofs.findLast(({ isNew, valve }) => !isNew && valve === null);
  return {
    name: kind === "unknown" ? "the stop" : `${kind} stop`,
    place: survey.place,
    state: {
      kind: "kept",
      // A stop that fails and is shut all the same stands behind a valve that holds: what is proved is that valve.
      proof: proof === "holds" || proof === "weeps" ? proof : "not-proved",
      provedAt: last?.at ?? null,
    },
  };
}
