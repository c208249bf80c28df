/** A found chain as a plan: parts in order, joints with their make-up, who goes first on the bench. */
import { dot, norm, subtract } from "../geometry/index.ts";
import {
  type JointRule,
  type JointSide,
  mate,
  ruleFor,
  type Sealant,
  unionRule,
  wrenchesFor,
} from "../joint/index.ts";
import type { Part } from "../part/index.ts";
import type { PlanJoint, PlanPart, PlanRequest, SupplyKind } from "../plan/index.ts";
import type { Standards } from "../standard/index.ts";
import type { Candidate } from "./candidate.ts";
import { type LayOut, layOut, type OpenJoint, type Socket } from "./lay-out.ts";
import { makeOrder } from "./make-order.ts";
import type { PlannerIndex } from "./planner-index.ts";
import type { PlanContext } from "./prepare.ts";
import { ruleAt, SEATED_FERRULE, wordsOfRule } from "./table-figures.ts";
import { heldSide, type RuledJoint, type SideIndex, turningSide } from "./turning.ts";

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
  atSupply: PlanRequest | null,
  setsAngle: boolean,
): readonly string[] {
  const isLeftOn = atSupply?.supply.leftOn === "nut-and-ferrule";
  const codes = [
    ...(isLeftOn ? [rule.id === SEATED_FERRULE ? "seated-ferrule" : "ferrule-off"] : []),
    ...(setsAngle && rule.turns !== null ? ["clock-angle"] : []),
    ...(rule.handOnly && rule.whenPlastic === "nut" ? ["hand-only"] : []),
    ...(rule.type === "cone-gasket" && atSupply !== null ? ["old-ferrule"] : []),
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
  tube: "the tube, close to the joint",
};

/** A threaded nipple is round: only a pipe wrench holds it. */
const isNipple = ({ kind, ports }: Part): boolean =>
  kind === "coupling" && ports.length === 2 && ports.every(({ end }) => /^(npt|r)-.*-m$/.test(end));

/** What holds the supply: the pipe itself, or the body of a stop that stays although it is dead. */
function heldAtSupply({ supply }: PlanRequest, { family }: JointSide["end"]): string {
  const isOutlet = supply.kind === "dead-stop" && !["pipe", "npt", "r"].includes(family);
  return HELD_AT_SUPPLY[isOutlet ? "stop-outlet" : supply.kind];
}

/** What is held while the joint is turned, and the wrench sizes of its body. */
function holdBackOf(
  { rule, sides, sockets, isInner }: RuledJoint,
  held: SideIndex,
  request: PlanRequest,
  part: Part | undefined,
): PlanJoint["holdBack"] {
  if (rule.handOnly || rule.turns === null) return undefined;
  const { end } = sides[held];
  const sizes = end.form === "thread" ? end.wrenches : [];
  if (isInner) return { what: "the union's other half", wrenches: part?.flats ?? [] };
  if (part !== undefined && isNipple(part)) return { what: "the nipple with a pipe wrench", wrenches: [] };
  if (part !== undefined) {
    const isThread = rule.type === "taper-thread" && part.flats.length > 0;
    return {
      what: `the ${part.kind === "line" ? "line's own end" : part.kind}`,
      wrenches: isThread ? part.flats : sizes,
    };
  }
  const { ref } = sockets[held];
  if (ref !== "supply")
    return {
      what: ref === "kept" ? "what the kept line goes on" : "the fixture's own end",
      wrenches: sizes,
    };
  // A nipple in the wall has no flats: a pipe wrench holds it, so that nothing turns in the wall.
  const isInWall = ["npt", "r"].includes(end.family) && end.gender === "m";
  return isInWall
    ? { what: "the nipple in the wall with a pipe wrench", wrenches: [] }
    : { what: heldAtSupply(request, end), wrenches: sizes };
}

/** Wrench sizes of what turns: the nut, or the body that is screwed on. */
function wrenchesOf(
  index: PlannerIndex,
  { rule, sides, isInner }: RuledJoint,
  turning: SideIndex | null,
  part: Part | undefined,
): readonly string[] {
  if (rule.handOnly || turning === null) return [];
  if (!isInner && rule.type !== "taper-thread")
    return wrenchesFor(rule, sides[0].end, sides[1].end, index.ends);
  return part !== undefined && part.flats.length > 0 ? part.flats : sides[turning].end.wrenches;
}

function sideOf(index: PlannerIndex, { end, plastic }: Socket): JointSide {
  const endFigures = index.ends.get(end);
  if (!endFigures) throw new RangeError(`no end ${end} in the table of ends`);
  return { end: endFigures, plastic };
}

const SIDE_IDS = ["a", "b"] as const;

/** An open joint with the rule it is made up by. */
interface JointWithRule extends RuledJoint {
  readonly sockets: readonly [Socket, Socket];
  readonly sides: readonly [JointSide, JointSide];
  readonly isAside: boolean;
  readonly isInner: boolean;
  readonly note: string | null;
  readonly rule: JointRule;
}

/** Returns an open joint with the rule it is made up by. Errors: RangeError where the two ends do not mate. */
function ruledJoint(
  index: PlannerIndex,
  request: PlanRequest,
  { left, right, isAside, seal }: OpenJoint,
): JointWithRule {
  const sides = [sideOf(index, left), sideOf(index, right)] as const;
  const common = { sockets: [left, right] as const, sides, isAside, isInner: seal !== undefined };
  if (seal !== undefined) return { ...common, note: null, rule: unionRule(index.tables.joints, seal) };
  const mating = mate(sides[0].end, sides[1].end, index.tables.matings);
  if (mating === null) throw new RangeError(`${left.end} and ${right.end} do not make a joint`);
  const rule = ruleFor(mating, sides[0], sides[1], index.tables.joints);
  return { ...common, note: mating.note, rule: ruleAt(rule, left.ref, request, index.tables.joints) };
}

/** How deep a tube or pipe goes into its seat, inches; undefined: nothing goes in, or the depth is not known. */
function depthOf({ tables }: PlannerIndex, type: string, sizes: readonly string[]): number | undefined {
  return tables.insertions.find(({ joint, size }) => joint === type && size !== null && sizes.includes(size))
    ?.depthIn.high;
}

/** Pipe to cut out for the tee of a cut pipe, inches; undefined: no pipe is cut, or the depth is not known. */
function cutOut(index: PlannerIndex, { supply }: PlanRequest, { chain }: Candidate): number | undefined {
  const tee = chain.links.find(({ branch }) => branch !== null);
  if (supply.kind !== "pipe" || tee === undefined || tee.branch === null) return undefined;
  const { ends, tables } = index;
  const { into } = tee.passage;
  const { side } = tee.branch;
  const [pipe, socket] = [ends.get(supply.end), ends.get(into.end)];
  const mating = pipe && socket && mate(pipe, socket, tables.matings);
  const depth = depthOf(index, mating?.type ?? "", [pipe?.fitSize ?? ""]);
  if (depth === undefined) return undefined;
  const runIn = norm(subtract(side.at, into.at));
  return Math.max(0, Math.round((runIn - 2 * depth) * 100) / 100);
}

/** A way as parts and joints. */
interface Assembly {
  readonly parts: readonly PlanPart[];
  readonly joints: readonly PlanJoint[];
  /** Washers that come to the parts of the chain. */
  readonly fresh: LayOut["fresh"];
  readonly makeUpOrder: readonly number[];
  readonly cutOutIn: number | undefined;
}

/**
 * Returns the parts and joints of a way. Joints are numbered from 1 at the wall; those of a side branch follow their fork's.
 * Errors: RangeError when the chain holds ends that do not mate; searchChains never returns one.
 */
export function assemble(
  {
    index,
    request,
    rules,
    facts,
    outlet,
  }: Pick<PlanContext, "index" | "request" | "rules" | "facts" | "outlet">,
  candidate: Candidate,
): Assembly {
  const { parts, listed, open, fresh } = layOut(index, request, candidate, outlet);
  const ruled = open.map((each) => ruledJoint(index, request, each));
  const turned = ruled.map((joint) => ({ ...joint, turning: turningSide(joint, ruled) }));
  const { order, where } = makeOrder(turned, listed, facts);
  const joints = turned.map((joint, at): PlanJoint => {
    const { rule, sides, sockets, turning, note, isInner, isAside } = joint;
    const [from, to] = sockets;
    const held = heldSide(turning, sockets);
    const partAt = (side: SideIndex) => {
      const { part } = sockets[side];
      return part === null ? undefined : listed[part];
    };
    const plain = sides.filter(({ end }) => end.form === "plain").map(({ end }) => end.fitSize);
    const depthIn = depthOf(index, rule.type, plain);
    const holdBack = holdBackOf(joint, held, request, partAt(held));
    return {
      number: at + 1,
      between: [from.ref, to.ref],
      ends: isInner ? null : [from.end, to.end],
      type: rule.type,
      rule: rule.id,
      sealant: sealantFor(rule, sides, rules),
      turns:
        rule.turns === null ? null : { handOnly: rule.handOnly, min: rule.turns.min, max: rule.turns.max },
      hardMaxTurns: rule.turns?.hardMax ?? null,
      wrenches: wrenchesOf(index, joint, turning, turning === null ? undefined : partAt(turning)),
      backUp: rule.turns !== null && !rule.handOnly,
      ...(holdBack === undefined ? {} : { holdBack }),
      where: where[at] ?? "place",
      turning: turning === null ? null : SIDE_IDS[turning],
      held: SIDE_IDS[held],
      prepare: rule.prepare,
      ...(depthIn === undefined ? {} : { depthIn }),
      notes: notesFor(
        index,
        rule,
        note,
        from.ref === "supply" ? request : null,
        isTurned(parts, to) || (rule.type === "taper-thread" && isTurned(parts, from)),
      ),
      ...wordsOfRule(rule),
      ...(isAside ? { aside: true as const } : {}),
    };
  });
  return {
    parts,
    joints,
    fresh,
    makeUpOrder: order.map((at) => at + 1),
    cutOutIn: cutOut(index, request, candidate),
  };
}
