/** An air chamber as parts: a tee on the open pipe, a foot of pipe that stands up and is capped, and pipe on to the stop. */
import type { Mating } from "../joint/index.ts";
import type { Part, Port } from "../part/index.ts";
import type { PlanRequest } from "../plan/index.ts";
import { bringsFunction, type Candidate, type SearchSetup } from "./candidate.ts";
import { type Fork, forksOf, isOpposite } from "./fork.ts";
import type { PlannerIndex } from "./planner-index.ts";
import type { PlanContext } from "./prepare.ts";
import { capFor } from "./rough-in.ts";
import { type Chain, type Link, pieceChoices, type SearchTask } from "./search-task.ts";
import { billOf } from "./swap.ts";

/** Materials of pipe that stands up by itself. */
const RIGID: readonly (string | null)[] = ["copper", "cpvc"];

/** A port that takes the pipe, and the piece its joint needs; null: none. */
interface PipeJoint {
  readonly type: Mating["type"];
  readonly piece: Part | null;
}

/** The pipe of the supply: how it meets a port, by the parts that the job admits and what may be hidden. */
type MeetsPipe = (port: Port | undefined) => PipeJoint | null;

function meetsPipe(
  index: PlannerIndex,
  { supply }: PlanRequest,
  { hidden }: SearchTask,
  admits: SearchTask["admits"],
): MeetsPipe {
  return (port) => {
    const meeting = port === undefined ? null : index.meet(supply.end, port);
    if (meeting === null || (hidden !== null && !hidden(meeting.mating.type))) return null;
    const [piece] = pieceChoices(meeting, admits);
    return piece === undefined ? null : { type: meeting.mating.type, piece };
  };
}

/** The tee's way straight on to the stop, with the chamber on its third port. */
const straightOn = (part: Part): Fork | undefined =>
  forksOf(part).find(({ into, out }) => into.id === "a" && isOpposite(into, out));

/** What of a job decides whether an air chamber comes to its ways. */
type ChamberJob = Pick<PlanContext, "index" | "request" | "rules" | "facts">;

/** Returns true where the standard is an air chamber, the fixture shuts fast, and no arrestor is there or in the way. */
export function asksForAirChamber(
  { request, rules, facts }: Omit<ChamberJob, "index">,
  candidate: Candidate,
): boolean {
  const hasArrestor = (request.present ?? []).includes("arrestor") || bringsFunction(candidate, "arrestor");
  const isTakenOut = candidate.approach.cap !== undefined && request.phase !== "rough-in";
  return rules.hammer === "air-chamber" && facts.solenoid && !isTakenOut && !hasArrestor;
}

/** Returns true for a way with an air chamber in it. */
export const hasAirChamber = ({ chain }: Candidate): boolean =>
  chain.links.some(({ chamber }) => chamber !== undefined);

/**
 * Returns the way with an air chamber before everything else, where the standard asks for one; the way as it is where none can be
 * built: the pipe does not come open, does not stand up by itself, or no tee, pipe or cap is listed that the rules of the job admit.
 * All its joints are of the kind that the way begins with.
 */
export function withAirChamber(
  job: ChamberJob,
  candidate: Candidate,
  taskFor: SearchSetup["taskFor"],
  admits: SearchTask["admits"],
): Candidate {
  const { index, request } = job;
  const { supply } = request;
  const [first] = candidate.chain.links;
  const end = index.ends.get(supply.end);
  const isOpen = (supply.kind === "stub" || supply.kind === "dead-stop") && first?.branch === null;
  if (!isOpen || !RIGID.includes(end?.material ?? null) || !asksForAirChamber(job, candidate))
    return candidate;
  const task = taskFor(candidate.approach, admits);
  const meets = meetsPipe(index, request, task, admits);
  const wanted = meets(first.passage.into)?.type;
  if (wanted === undefined) return candidate;
  const admitted = index.tables.parts.filter(admits).sort((a, b) => a.priceCents - b.priceCents);
  // More of the pipe that is there, whatever may run to the fixture.
  const pipe = index.tables.parts.find(
    ({ kind, ports: [a, b] }) => kind === "pipe" && a?.end === supply.end && b?.end === supply.end,
  );
  const ending = capFor(index, supply.end, admits, (type) => type === wanted);
  const tee = admitted.find(
    ({ kind, ports, functions }) =>
      kind === "tee" &&
      functions.length === 0 &&
      ports.every(({ end }) => end === ports[0]?.end) &&
      meets(ports[0])?.type === wanted,
  );
  const way = tee === undefined ? undefined : straightOn(tee);
  const [below, above] = pipe?.ports ?? [];
  const atTee = meets(way?.into);
  if (!way || !pipe || !below || !above || ending === null || atTee === null) return candidate;
  const { piece } = atTee;
  const passage = { part: pipe, into: below, out: above };
  const before: readonly Link[] = [
    {
      passage: way,
      piece,
      branch: null,
      chamber: { side: way.side, pipe: passage, cap: ending.cap, pieces: [piece, ending.piece] },
    },
    { passage, piece, branch: null, continues: true },
  ];
  const links = [...before, ...candidate.chain.links];
  const chain: Chain = { ...candidate.chain, links, bill: billOf(links, candidate.chain.lastPiece, task) };
  return { ...candidate, chain };
}
