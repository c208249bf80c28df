/** What a stop or a valve above it showed when it was closed, and what follows for the connection. */
import { failsToClose } from "../piping/index.ts";
import type { StopProof } from "../survey/index.ts";
import type { ConnectionState } from "./connection-state.ts";
import type { EventStamp, VisitAct } from "./event.ts";

/** When the stop was last found not to close, after one more word about it. */
export function failedAt(
  { survey, stopFailedAt }: ConnectionState,
  proof: StopProof,
  at: string,
): string | null {
  return failsToClose(proof) && !failsToClose(survey.stop.proof) ? at : stopFailedAt;
}

/**
 * Returns the connection with one proof more. What the new stop shows says nothing of the one that was found. A valve above that does not close
 * either is passed over: the next one up is shut, and what was ticked for the first is done afresh.
 */
export function withStopProof(
  connection: ConnectionState,
  event: EventStamp & Extract<VisitAct, { kind: "stop-proved" }>,
): ConnectionState {
  const { id, result, method, dropsPerMin, isNew = false, valve = null, typedAt: at, actor: by } = event;
  const { survey } = connection;
  const proved: ConnectionState = {
    ...connection,
    proofs: [...connection.proofs, { result, method, dropsPerMin, isNew, valve, at, by }],
  };
  if (isNew) return proved;
  if (valve === null)
    return {
      ...proved,
      survey: { ...survey, stop: { ...survey.stop, proof: result, method } },
      surveyEvent: id,
      stopFailedAt: failedAt(connection, result, at),
    };
  if (!failsToClose(result)) return proved;
  // A valve of the site that has a name is kept with its own proof.
  const isNamed = connection.valves.some(({ name }) => name === valve);
  const passedOver: ConnectionState = { ...proved, stopFailedAt: at };
  return isNamed
    ? passedOver
    : {
        ...passedOver,
        survey: { ...survey, stop: { ...survey.stop, upstream: "fails" } },
        surveyEvent: id,
      };
}
