/** Where a joint, a connection and a visit are in their life, and what comes next. */

import type { Target } from "../check/index.ts";
import {
  JOINT_STAGES,
  lastFollowUp,
  openBeforeSigning,
  type Stage,
  standingOf,
  weepingStage,
} from "../check/index.ts";
import { guessesOf, isSameRun, planRequestOf } from "../survey/index.ts";
import type { ConnectionState, JointState, VisitState } from "./connection-state.ts";

/** Returns true when the survey has changed since its hookup was chosen: the hookup answers another question. */
export function isPlanOutdated({ plan, survey }: Pick<ConnectionState, "plan" | "survey">): boolean {
  return plan !== null && !isSameRun(plan.request, planRequestOf(survey, null));
}

export const JOINT_STATUSES = ["planned", "made", "pressure", "weeping", "dry", "signed"] as const;
export type JointStatus = (typeof JOINT_STATUSES)[number];

/** Returns a joint's life. `dry` means dry, or excepted in writing, at all three joint stages. */
export function jointStatus(connection: ConnectionState, joint: JointState): JointStatus {
  const target: Target = String(joint.joint.number);
  if (weepingStage(connection, target) !== null) return connection.signed ? "signed" : "weeping";
  if (connection.signed) return "signed";
  if (joint.madeAt === null) return "planned";
  const isOpen = JOINT_STAGES.some((stage) => {
    const standing = standingOf(connection, target, stage);
    return standing === "open" || standing === "short";
  });
  if (!isOpen) return "dry";
  return connection.doneRoles.has("water-in") ? "pressure" : "made";
}

/** Returns the joint stages found dry so far, 0 to 3. */
function dryStages(connection: ConnectionState, joint: JointState): number {
  return JOINT_STAGES.filter((stage) => standingOf(connection, String(joint.joint.number), stage) === "dry")
    .length;
}

/** Returns a joint's life, and how many of its three stages are dry. */
export function jointProgress(
  connection: ConnectionState,
  joint: JointState,
): { readonly life: JointStatus; readonly dryStages: number } {
  return { life: jointStatus(connection, joint), dryStages: dryStages(connection, joint) };
}

export const CONNECTION_PHASES = [
  "guessed",
  "surveyed",
  "outdated",
  "planned",
  "part-made",
  "made",
  "checking",
  "weeping",
  "ready",
  "look-back",
  "overdue",
  "done",
  "removed",
] as const;
export type ConnectionPhase = (typeof CONNECTION_PHASES)[number];

function signedPhase(connection: ConnectionState, dueAt: string, now: string): ConnectionPhase {
  const last = lastFollowUp(connection);
  if (last?.result === "weeping") return "weeping";
  if (last !== null) return "done";
  return now >= dueAt ? "overdue" : "look-back";
}

/** Returns where a connection is. `now` is UTC, ISO 8601 with Z; it only decides whether a follow-up check is overdue. */
export function connectionPhase(
  connection: ConnectionState,
  stages: readonly Stage[],
  now: string,
): ConnectionPhase {
  if (connection.removed) return "removed";
  if (connection.signed) return signedPhase(connection, connection.signed.lookBackDueAt, now);
  if (connection.plan === null) return guessesOf(connection.survey).length > 0 ? "guessed" : "surveyed";
  const targets = [
    ...connection.joints.map(({ joint }) => String(joint.number)),
    ...connection.checkpoints.map(({ letter }) => letter),
    "connection",
  ];
  if (targets.some((target) => weepingStage(connection, target) !== null)) return "weeping";
  const madeJoints = connection.joints.filter((joint) => joint.madeAt !== null).length;
  if (madeJoints === 0) return isPlanOutdated(connection) ? "outdated" : "planned";
  if (madeJoints < connection.joints.length) return "part-made";
  if (openBeforeSigning(connection, stages).length === 0) return "ready";
  return connection.checks.length > 0 || connection.doneRoles.has("water-in") ? "checking" : "made";
}

export type ConnectionView = "survey" | "hookup" | "run-sheet" | "leak-check" | "record";

export interface NextAction {
  readonly text: string;
  readonly view: ConnectionView;
}

const NEXT: Readonly<Record<ConnectionPhase, NextAction | null>> = {
  guessed: { text: "Survey it", view: "survey" },
  outdated: { text: "Plan again", view: "hookup" },
  surveyed: { text: "Choose a hookup", view: "hookup" },
  planned: { text: "Make up the joints", view: "run-sheet" },
  "part-made": { text: "Go on making up", view: "run-sheet" },
  made: { text: "Let water in", view: "run-sheet" },
  checking: { text: "Go on checking", view: "leak-check" },
  weeping: { text: "Stop the weep", view: "leak-check" },
  ready: { text: "Sign it", view: "leak-check" },
  "look-back": { text: "Follow-up check when due", view: "leak-check" },
  overdue: { text: "Follow-up check now", view: "leak-check" },
  done: null,
  removed: null,
};

/** Returns what a connection in this phase wants next, and the tab for it; null when nothing. */
export function nextAction(phase: ConnectionPhase): NextAction | null {
  return NEXT[phase];
}

const PHASE_WORDS: Readonly<Record<ConnectionPhase, string>> = {
  guessed: "from a preset, not surveyed",
  outdated: "survey changed: plan again",
  surveyed: "surveyed",
  planned: "planned",
  "part-made": "half made up",
  made: "made up",
  checking: "being checked",
  weeping: "weeping",
  ready: "ready to sign",
  "look-back": "follow-up check to come",
  overdue: "follow-up check overdue",
  done: "signed and looked back",
  removed: "removed",
};

/** Returns a phase as a ticket says it. */
export function phaseInWords(phase: ConnectionPhase): string {
  return PHASE_WORDS[phase];
}

/** The phase that most wants attention among a visit's connections; "removed" when there are none. */
const BY_URGENCY: readonly ConnectionPhase[] = [
  "weeping",
  "overdue",
  "ready",
  "checking",
  "made",
  "part-made",
  "outdated",
  "planned",
  "surveyed",
  "guessed",
  "look-back",
  "done",
  "removed",
];

/** Returns the phase of the connection that wants attention most. */
export function visitPhase(visit: VisitState, stages: readonly Stage[], now: string): ConnectionPhase {
  const phases = visit.connections.map((connection) => connectionPhase(connection, stages, now));
  return BY_URGENCY.find((phase) => phases.includes(phase)) ?? "surveyed";
}

/** Returns the earliest follow-up check that is still to be done, UTC, or null. */
export function followUpOf(visit: VisitState, stages: readonly Stage[], now: string): string | null {
  const due = visit.connections.flatMap((connection) => {
    const phase = connectionPhase(connection, stages, now);
    return (phase === "look-back" || phase === "overdue") && connection.signed
      ? [connection.signed.lookBackDueAt]
      : [];
  });
  return due.sort()[0] ?? null;
}

/** What lists need to find and order a visit by. */
export interface VisitSummary {
  readonly siteName: string;
  readonly siteAddress: string;
  readonly siteZone: string;
  readonly title: string;
  readonly startsAt: string;
  readonly phase: ConnectionPhase | "binned" | "cancelled";
  readonly lookBackDueAt: string | null;
}

/**
 * Computes what a visit's row repeats of its state.
 * Errors: RangeError when the visit was never opened (refused before).
 */
export function visitSummary(visit: VisitState, stages: readonly Stage[], now: string): VisitSummary {
  const { site, title, startsAt } = visit;
  if (site === null) throw new RangeError("the visit has no visit-opened event");
  return {
    siteName: site.name,
    siteAddress: site.address,
    siteZone: site.zone,
    title,
    startsAt,
    phase:
      visit.binned !== null
        ? "binned"
        : visit.cancelled !== null
          ? "cancelled"
          : visitPhase(visit, stages, now),
    lookBackDueAt: visit.binned === null ? followUpOf(visit, stages, now) : null,
  };
}
