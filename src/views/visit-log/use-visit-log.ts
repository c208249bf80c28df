import {
  type ConnectionPhase,
  type ConnectionState,
  connectionPhase,
  liveEvents,
  type VisitEvent,
} from "../../core/visit/index.ts";
import { useVisitEvents, type VisitEvents } from "./use-visit-events.ts";
import type { VisitProps } from "./visit-props.ts";

export interface VisitLog extends VisitEvents {
  readonly connection: ConnectionState;
  readonly phase: ConnectionPhase;
  /** Last thing done on this connection that can be taken back. */
  readonly last: VisitEvent | null;
}

/** The visit's events as the views of one connection see them. */
export function useVisitLog(props: Omit<VisitProps, "ends" | "asLeft">): VisitLog {
  const log = useVisitEvents(props);
  const { connectionId, tables, now } = props;
  const connection = log.visit.connections.find((each) => each.id === connectionId);
  if (!connection) throw new RangeError(`the visit has no connection ${connectionId}`);
  const last = liveEvents(log.events)
    .filter(
      (event) =>
        "connection" in event && event.connection === connectionId && event.kind !== "connection-added",
    )
    .at(-1);
  return { ...log, connection, phase: connectionPhase(connection, tables.stages, now), last: last ?? null };
}
