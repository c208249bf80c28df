/** A found chain laid out from the wall on: its parts, and the joints between them that this visit makes or disturbs. */

import { type EndCode, isPlasticNut } from "../end/index.ts";
import { CHAMBER_IN } from "../hammer/index.ts";
import { LENGTH_KINDS, type Part, type Port, type UnionSeal } from "../part/index.ts";
import type { PlanPart, PlanRequest, PortRef } from "../plan/index.ts";
import type { Approach } from "./approach.ts";
import { REST_FT, unitsOf } from "./bill.ts";
import type { Candidate } from "./candidate.ts";
import { HOSE_OUTLET } from "./job.ts";
import type { PlannerIndex } from "./planner-index.ts";
import { newLineNut } from "./table-figures.ts";

export interface Socket {
  readonly ref: PortRef;
  readonly end: EndCode;
  readonly plastic: boolean;
  readonly part: number | null;
}

export interface OpenJoint {
  readonly left: Socket;
  readonly right: Socket;
  readonly isAside: boolean;
  /** The joint inside a union. */
  readonly seal?: UnionSeal;
}

/** Length the part is to measure, where the wanted range decides it: a stock line's own, a cut piece's middle of the range. */
function lengthOf(part: Part, lengthIn: PlanRequest["lengthIn"]): number | undefined {
  if (!LENGTH_KINDS.includes(part.kind)) return undefined;
  if (!part.cutToLength) return part.lengthIn ?? undefined;
  const middleIn = (lengthIn.min + lengthIn.max) / 2;
  return part.lengthIn === null ? middleIn : Math.min(middleIn, part.lengthIn);
}

/** How much of a pipe or tube is cut, inches, where the job's length does not decide that; "rest": what is left of the piece before. */
type Cut = number | "rest";

function planPart(part: Part, request: PlanRequest, cut?: Cut): PlanPart {
  const lengthIn = cut === "rest" ? undefined : (cut ?? lengthOf(part, request.lengthIn));
  return {
    sku: part.sku,
    kind: part.kind,
    name: part.name,
    quantity: cut === "rest" ? REST_FT : unitsOf(part, cut ?? request.lengthIn.max),
    branch: "main",
    contents: part.contents,
    material: part.material,
    ports: part.ports,
    ...(lengthIn === undefined ? {} : { lengthIn }),
    ...(part.functions.includes("shut-off") ? { shutsOff: true as const } : {}),
    ...(part.functions.includes("auto-shutoff") ? { shutsByItself: true as const } : {}),
  };
}

/** What the two loose ends of a chain and of its side branch are called, and whether they are plastic. */
function refsOf(request: PlanRequest, approach: Approach): { readonly last: Socket; readonly aside: Socket } {
  const inlet: Socket = {
    ref: "inlet",
    // The fixture's own hose or tail may end in another end than the fixture has.
    end: approach.code === "line-renewed" ? request.inlet.end : approach.to,
    plastic: request.inlet.plastic,
    part: null,
  };
  const keptSocket: Socket = {
    ref: "kept",
    end: approach.code === "line-renewed" ? approach.to : (approach.kept?.end ?? approach.to),
    // The shank of a fill valve is plastic unless somebody says otherwise.
    plastic: (approach.code === "line-renewed" ? approach.to : approach.kept?.end) === "bc-7/8-m",
    part: null,
  };
  return approach.code === "line-renewed"
    ? { last: keptSocket, aside: inlet }
    : { last: inlet, aside: keptSocket };
}

/** What stays as it is between two ends nobody touches: the far joint of a line that stays, when a device goes in at its near end. */
function disturbed(open: readonly OpenJoint[]): readonly OpenJoint[] {
  const touched = open.filter(({ left, right }) => left.part !== null || right.part !== null);
  return touched.length === 0 ? open : touched;
}

/** Washers for the joints of a line that stays: it is taken off and looked at, so they are renewed. */
function freshWashers({ tables }: PlannerIndex, open: readonly OpenJoint[]): readonly Part[] {
  return open
    .filter(({ left, right }) => left.ref === "kept" || right.ref === "kept")
    .flatMap(({ left, right }) => {
      const pair = [left.end, right.end].sort().join();
      const washer = tables.parts.find(
        ({ kind, joins }) => kind === "washer" && joins !== null && [...joins].sort().join() === pair,
      );
      return washer ?? [];
    });
}

/** A way as parts and open joints. */
export interface LayOut {
  readonly parts: readonly PlanPart[];
  /** The same parts as the catalogue has them. */
  readonly listed: readonly Part[];
  readonly open: readonly OpenJoint[];
  /** Washers that come to the parts of the chain. */
  readonly fresh: readonly Part[];
}

/** Returns a chain laid out from the wall on; a fork's side branch comes before what follows the fork, what goes on the outlet last. */
export function layOut(
  index: PlannerIndex,
  request: PlanRequest,
  { approach, chain }: Candidate,
  outlet: Part | null,
): LayOut {
  const parts: PlanPart[] = [];
  const listed: Part[] = [];
  const open: OpenJoint[] = [];
  const { last, aside: keptPlace } = refsOf(request, approach);
  const put = (part: Part, branch: PlanPart["branch"], cut?: Cut) => {
    listed.push(part);
    return parts.push({ ...planPart(part, request, cut), branch }) - 1;
  };
  const placed = (index: number, { id, end, plastic }: Port): Socket => {
    const nut = newLineNut(request, parts[index]?.kind ?? "adapter", id);
    return {
      ref: `p${index}.${id}`,
      end,
      plastic: nut === undefined ? plastic : nut === "plastic",
      part: index,
    };
  };
  const stays = ({ end, plastic }: Port): Socket => ({ ref: "kept", end, plastic, part: null });
  let left: Socket = {
    ref: "supply",
    end: approach.from,
    plastic:
      request.supply.material === "plastic" ||
      // At the far end the joint turns the nut of the line that stays.
      (approach.code === "at-far-end" && isPlasticNut(index.ends.get(approach.from), request.supply.keptNut)),
    part: null,
  };
  for (const { passage, piece, branch, chamber, continues } of chain.links) {
    if (piece !== null) put(piece, "main");
    if (passage.part === approach.keptLine) {
      open.push({ left, right: stays(passage.into), isAside: false });
      left = stays(passage.out);
      continue;
    }
    const at = put(passage.part, "main", continues ? "rest" : undefined);
    open.push({ left, right: placed(at, passage.into), isAside: false });
    left = placed(at, passage.out);
    const seal = passage.part.unionSeal;
    if (seal !== null) open.push({ left: placed(at, passage.into), right: left, isAside: false, seal });
    if (chamber !== undefined) {
      const [atTee, atCap] = chamber.pieces;
      if (atTee !== null) put(atTee, "chamber");
      const riser = put(chamber.pipe.part, "chamber", CHAMBER_IN);
      if (atCap !== null) put(atCap, "chamber");
      const [capPort] = chamber.cap.ports;
      const top = put(chamber.cap, "chamber");
      open.push({ left: placed(at, chamber.side), right: placed(riser, chamber.pipe.into), isAside: true });
      if (capPort)
        open.push({ left: placed(riser, chamber.pipe.out), right: placed(top, capPort), isAside: true });
    }
    if (branch === null) continue;
    for (const piece of branch.pieces) put(piece, "kept");
    let from = placed(at, branch.side);
    if (branch.via !== null) {
      const bridge = put(branch.via.part, "kept");
      open.push({ left: from, right: placed(bridge, branch.via.into), isAside: true });
      from = placed(bridge, branch.via.out);
    }
    open.push({ left: from, right: keptPlace, isAside: true });
  }
  if (chain.lastPiece !== null) put(chain.lastPiece, "main");
  const [capPort] = approach.cap?.ports ?? [];
  const end = approach.cap && capPort ? placed(put(approach.cap, "main"), capPort) : last;
  open.push({ left, right: end, isAside: false });
  const made = approach.keptLine === undefined ? open : disturbed(open);
  const fresh = parts.length === 0 ? freshWashers(index, made) : [];
  for (const washer of new Set(fresh)) put(washer, "main");
  const [outletPort] = outlet?.ports ?? [];
  if (outlet === null || outletPort === undefined) return { parts, listed, open: made, fresh };
  const onOutlet: Socket = { ref: "outlet", end: HOSE_OUTLET, plastic: false, part: null };
  const breaker = placed(put(outlet, "outlet"), outletPort);
  return { parts, listed, open: [...made, { left: onOutlet, right: breaker, isAside: true }], fresh };
}
