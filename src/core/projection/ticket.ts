/** A visit as lists show it: what its row keeps of its events, so that a list reads no events. */

import { lastFollowUp, type Stage } from "../check/index.ts";
import type { JointType } from "../joint/index.ts";
import {
  type ConnectionPhase,
  type ConnectionState,
  connectionPhase,
  type JointStatus,
  jointProgress,
  type VisitState,
} from "../visit/index.ts";

/** A joint as a strip draws it. */
export interface TicketJoint {
  readonly number: number;
  readonly type: JointType;
  readonly label: string;
  readonly life: JointStatus;
  readonly dryStages: number;
  readonly isAside: boolean;
}

export interface TicketConnection {
  readonly id: string;
  readonly label: string;
  readonly room: string;
  /** The connection of an earlier visit that this one began from; null: none. */
  readonly continues: string | null;
  /** As of the last event: a follow-up check to come may have become overdue since. */
  readonly phase: Exclude<ConnectionPhase, "overdue">;
  readonly signed: { readonly lookBackBy: "plumber" | "customer"; readonly lookBackDueAt: string } | null;
  /** The last follow-up check that was made. */
  readonly lastLook: {
    readonly id: string;
    readonly result: "dry" | "weeping";
    readonly at: string;
    readonly by: string;
  } | null;
  readonly joints: readonly TicketJoint[];
}

export interface VisitTicket {
  readonly connections: readonly TicketConnection[];
  readonly isTraining: boolean;
}

/** Before anything is due: phases then depend on events alone. */
const LONG_AGO = "";

/** Returns the joints of a connection as a strip draws them. */
export function ticketJoints(connection: ConnectionState): readonly TicketJoint[] {
  return connection.joints.map((joint) => ({
    number: joint.joint.number,
    type: joint.joint.type,
    label: joint.joint.label,
    ...jointProgress(connection, joint),
    isAside: joint.joint.aside === true,
  }));
}

function ticketConnection(connection: ConnectionState, stages: readonly Stage[]): TicketConnection {
  const { id, survey, signed } = connection;
  const phase = connectionPhase(connection, stages, LONG_AGO);
  const look = lastFollowUp(connection);
  return {
    id,
    label: survey.label,
    room: survey.place,
    continues: connection.continues,
    phase: phase === "overdue" ? "look-back" : phase,
    signed: signed === null ? null : { lookBackBy: signed.lookBackBy, lookBackDueAt: signed.lookBackDueAt },
    lastLook: look === null ? null : { id: look.id, result: look.result, at: look.at, by: look.by },
    joints: ticketJoints(connection),
  };
}

/** Returns a visit as lists show it; connections that were removed are left out. */
export function visitTicket(visit: VisitState, stages: readonly Stage[]): VisitTicket {
  return {
    connections: visit.connections
      .filter(({ removed }) => removed === null)
      .map((connection) => ticketConnection(connection, stages)),
    isTraining: visit.isTraining,
  };
}

/** Returns where a connection of a ticket is now: what waits for a follow-up check is overdue once the check's time has come. */
export function ticketPhase({ phase, signed }: TicketConnection, now: string): ConnectionPhase {
  return phase === "look-back" && signed !== null && now >= signed.lookBackDueAt ? "overdue" : phase;
}
