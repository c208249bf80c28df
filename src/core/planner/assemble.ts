/** A found chain as a plan: parts in order, joints with their make-up, who goes first on the bench. */
import { type EndCode, isTankNut } from "../end/index.ts";
import { dot } from "../geometry/index.ts";
import {
  heldEnd,
  type JointRule,
  type JointSide,
  type JointType,
  mate,
  ruleFor,
  type Sealant,
  wrenchesFor,
} from "../joint/index.ts";
import type { Part, Port } from "../part/index.ts";
import { LENGTH_KINDS } from "../part/index.ts";
import type { PlanJoint, PlanPart, PlanRequest, PortRef, Standards, SupplyKind } from "../plan/index.ts";
import type { Approach } from "./approach.ts";
import { unitsOf } from "./bill.ts";
import type { Candidate } from "./candidate.ts";
import type { PlannerIndex } from "./planner-index.ts";

interface Socket {
  readonly ref: PortRef;
  readonly end: EndCode;
  readonly plastic: boolean;
  readonly part: number | null;
}

interface OpenJoint {
  readonly left: Socket;
  readonly right: Socket;
  readonly isAside: boolean;
}

/** Length the part is to measure, where the wanted range decides it: a stock line's own, a cut piece's middle of the range. */
function lengthOf(part: Part, lengthIn: PlanRequest["lengthIn"]): number | undefined {
  if (!LENGTH_KINDS.includes(part.kind)) return undefined;
  if (!part.cutToLength) return part.lengthIn ?? undefined;
  const middleIn = (lengthIn.min + lengthIn.max) / 2;
  return part.lengthIn === null ? middleIn : Math.min(middleIn, part.lengthIn);
}

function planPart(part: Part, request: PlanRequest): PlanPart {
  const lengthIn = lengthOf(part, request.lengthIn);
  return {
    sku: part.sku,
    kind: part.kind,
    name: part.name,
    quantity: unitsOf(part, request.lengthIn.max),
    branch: "main",
    contents: part.contents,
    material: part.material,
    ports: part.ports,
    ...(lengthIn === undefined ? {} : { lengthIn }),
  };
}

const isPlastic = ({ whenPlastic }: JointRule) => whenPlastic !== null && whenPlastic !== "none";

function sealantFor(rule: JointRule, sides: readonly [JointSide, JointSide], rules: Standards): Sealant {
  // A plastic thread takes its own sealant, whatever the shop's paste: solvents crack plastic days later.
  if (rule.type === "taper-thread" && !isPlastic(rule))
    return rules.taperSealant === "both" ? "tape-or-paste" : rules.taperSealant;
  const isBrassFerrule = rule.type === "ferrule" && sides.some(({ end }) => end.material === "copper");
  if (rules.ferruleFilm === "film" && (isBrassFerrule || rule.type === "riser-cone")) return "film-allowed";
  return rule.sealant;
}

/** True for the way into a part whose outlet looks aside: an elbow or an angle stop. */
function isTurned(parts: readonly PlanPart[], { part, ref }: Socket): boolean {
  const ports = part === null ? [] : (parts[part]?.ports ?? []);
  const into = ports.find(({ id }) => ref.endsWith(`.${id}`));
  return (
    ports.length === 2 &&
    into !== undefined &&
    ports.some((port) => port !== into && dot(into.direction, port.direction) === 0)
  );
}

function notesFor(
  index: PlannerIndex,
  rule: JointRule,
  note: string | null,
  atSupply: boolean,
  setsAngle: boolean,
): readonly string[] {
  const codes = [
    ...(setsAngle && rule.turns !== null ? ["clock-angle"] : []),
    ...(rule.handOnly && rule.whenPlastic === "nut" ? ["hand-only"] : []),
    ...(rule.type === "cone-gasket" && atSupply ? ["old-ferrule"] : []),
    ...(rule.type === "taper-thread" && rule.whenPlastic === "body" ? ["plastic-body"] : []),
    ...(note === null ? [] : [note]),
  ];
  return codes.flatMap((code) =>
    index.tables.judgements.filter((each) => each.code === code).map((each) => each.message),
  );
}

/** Words for what a side of a joint hangs on, for the wrench that holds it back. */
const HELD_AT_SUPPLY: Readonly<Record<SupplyKind, string>> = {
  "stop-outlet": "the stop's body",
  "box-valve": "the valve in its box",
  stub: "the pipe, close to the joint",
  pipe: "the pipe, close to the joint",
  "dead-stop": "the pipe, close to the joint",
  "faucet-riser": "the faucet's shank",
};

function holdBackOf(
  rule: JointRule,
  sides: readonly [JointSide, JointSide],
  places: readonly [Socket, Socket],
  request: PlanRequest,
  parts: readonly PlanPart[],
): PlanJoint["holdBack"] {
  const heldSide = heldEnd(rule, sides[0].end, sides[1].end);
  const at = heldSide === null ? undefined : places[sides[0].end === heldSide ? 0 : 1];
  if (heldSide === null || at === undefined) return undefined;
  const part = at.part === null ? undefined : parts[at.part];
  const what =
    part !== undefined
      ? `the ${part.kind === "line" ? "line's own end" : part.kind}`
      : at.ref === "supply"
        ? HELD_AT_SUPPLY[request.supply.kind]
        : at.ref === "kept"
          ? "what the kept line goes on"
          : "the fixture's own end";
  return { what, wrenches: heldSide.form === "thread" ? heldSide.wrenches : [] };
}

function sideOf(index: PlannerIndex, { end, plastic }: Socket): JointSide {
  const endFigures = index.ends.get(end);
  if (!endFigures) throw new RangeError(`no end ${end} in the table of ends`);
  return { end: endFigures, plastic };
}

/** A part that must be spun into a taper thread at the wall or the fixture cannot carry its line while it turns. */
function spinsInPlace(
  joints: readonly { readonly type: JointType; readonly open: OpenJoint }[],
  part: number,
): boolean {
  return joints.some(
    ({ type, open }) =>
      type === "taper-thread" &&
      (open.left.part === part || open.right.part === part) &&
      (open.left.part === null || open.right.part === null),
  );
}

/** What the two loose ends of a chain and of its side branch are called, and whether they are plastic. */
function refsOf(request: PlanRequest, approach: Approach): { readonly last: Socket; readonly aside: Socket } {
  const inlet: Socket = {
    ref: "inlet",
    end: request.inlet.end,
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

/** True where the joint at the supply turns the nut of the line that stays, and that nut is taken for plastic. */
function isPlasticNut({ ends }: PlannerIndex, { supply }: PlanRequest, approach: Approach): boolean {
  if (approach.code !== "at-far-end") return false;
  if (supply.keptNut !== undefined) return supply.keptNut === "plastic";
  const end = ends.get(approach.from);
  return end !== undefined && isTankNut(end);
}

/** Lays a chain out as parts and open joints from the wall on; a fork's side branch comes before what follows the fork. */
function layOut(
  index: PlannerIndex,
  request: PlanRequest,
  { approach, chain }: Candidate,
): { readonly parts: readonly PlanPart[]; readonly open: readonly OpenJoint[] } {
  const parts: PlanPart[] = [];
  const open: OpenJoint[] = [];
  const { last, aside: keptPlace } = refsOf(request, approach);
  const put = (part: Part, branch: PlanPart["branch"]) =>
    parts.push({ ...planPart(part, request), branch }) - 1;
  let left: Socket = {
    ref: "supply",
    end: approach.from,
    plastic: request.supply.material === "plastic" || isPlasticNut(index, request, approach),
    part: null,
  };
  const placed = (index: number, { id, end, plastic }: Port): Socket => ({
    ref: `p${index}.${id}`,
    end,
    plastic,
    part: index,
  });
  for (const { passage, piece, branch } of chain.links) {
    if (piece !== null) put(piece, "main");
    const index = put(passage.part, "main");
    open.push({ left, right: placed(index, passage.into), isAside: false });
    left = placed(index, passage.out);
    if (branch === null) continue;
    for (const piece of branch.pieces) put(piece, "kept");
    let from = placed(index, branch.side);
    if (branch.via !== null) {
      const bridge = put(branch.via.part, "kept");
      open.push({ left: from, right: placed(bridge, branch.via.into), isAside: true });
      from = placed(bridge, branch.via.out);
    }
    open.push({ left: from, right: keptPlace, isAside: true });
  }
  if (chain.lastPiece !== null) put(chain.lastPiece, "main");
  open.push({ left, right: last, isAside: false });
  return { parts, open };
}

/**
 * Returns the parts and joints of a way. Joints are numbered from 1 at the wall; those of a side branch follow their fork's.
 * Errors: RangeError when the chain holds ends that do not mate; searchChains never returns one.
 */
export function assemble(
  index: PlannerIndex,
  request: PlanRequest,
  rules: Standards,
  candidate: Candidate,
): { parts: readonly PlanPart[]; joints: readonly PlanJoint[] } {
  const { parts, open } = layOut(index, request, candidate);

  const ruled = open.map((each) => {
    const sides = [sideOf(index, each.left), sideOf(index, each.right)] as const;
    const mating = mate(sides[0].end, sides[1].end, index.tables.matings);
    if (mating === null) throw new RangeError(`${each.left.end} and ${each.right.end} do not make a joint`);
    return {
      open: each,
      sides,
      mating,
      type: mating.type,
      rule: ruleFor(mating, sides[0], sides[1], index.tables.joints),
    };
  });
  const joints = ruled.map(
    ({ open: { left: from, right: to, isAside }, sides, mating, rule }, at): PlanJoint => {
      const wrenches = wrenchesFor(rule, sides[0].end, sides[1].end, index.ends);
      const holdBack = holdBackOf(rule, sides, [from, to], request, parts);
      const onBench = [from, to].every(({ part }) => part !== null && !spinsInPlace(ruled, part));
      return {
        number: at + 1,
        between: [from.ref, to.ref],
        ends: [from.end, to.end],
        type: rule.type,
        rule: rule.id,
        sealant: sealantFor(rule, sides, rules),
        turns:
          rule.turns === null ? null : { handOnly: rule.handOnly, min: rule.turns.min, max: rule.turns.max },
        hardMaxTurns: rule.turns?.hardMax ?? null,
        wrenches,
        backUp: rule.turns !== null && !rule.handOnly,
        ...(holdBack === undefined ? {} : { holdBack }),
        made: onBench ? "bench" : "place",
        notes: notesFor(
          index,
          rule,
          mating.note,
          from.part === null,
          isTurned(parts, to) || (rule.type === "taper-thread" && isTurned(parts, from)),
        ),
        label: rule.label,
        sealsOn: rule.sealsOn,
        pieces: rule.pieces,
        lookFirst: rule.lookFirst,
        remake: rule.remake,
        reason: rule.reason,
        maySnug: rule.maySnug,
        ...(isAside ? { aside: true as const } : {}),
      };
    },
  );
  return { parts, joints };
}
