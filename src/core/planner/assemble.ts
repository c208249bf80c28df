/** A found chain as a plan: parts in order, joints with their make-up, who goes first on the bench. */
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
import type { Part, UnionSeal } from "../part/index.ts";
import type { PlanJoint, PlanPart, PlanRequest, SupplyKind } from "../plan/index.ts";
import type { Standards } from "../standard/index.ts";
import type { Candidate } from "./candidate.ts";
import { type LayOut, layOut, type OpenJoint, type Socket } from "./lay-out.ts";
import type { PlannerIndex } from "./planner-index.ts";

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
    ...(isLeftOn ? [rule.type === "ferrule" ? "seated-ferrule" : "ferrule-off"] : []),
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

/** Rules of the joints inside unions, by what seals them. */
const UNION_RULES: Readonly<Record<UnionSeal, string>> = {
  "ground-joint": "ground",
  "flat-gasket": "union-gasket",
};

function ruledUnion(index: PlannerIndex, open: OpenJoint, seal: UnionSeal) {
  const rule = index.tables.joints.find(({ id }) => id === UNION_RULES[seal]);
  if (rule === undefined) throw new RangeError(`no joint rule ${UNION_RULES[seal]} in the table of joints`);
  const sides = [sideOf(index, open.left), sideOf(index, open.right)] as const;
  return { open, sides, note: null, type: rule.type, rule };
}

function partOf({ tables }: PlannerIndex, part: PlanPart | undefined): Part | undefined {
  return tables.parts.find(({ sku }) => sku === part?.sku);
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

/**
 * Returns the parts and joints of a way. Joints are numbered from 1 at the wall; those of a side branch follow their fork's.
 * Errors: RangeError when the chain holds ends that do not mate; searchChains never returns one.
 */
export function assemble(
  index: PlannerIndex,
  request: PlanRequest,
  rules: Standards,
  candidate: Candidate,
  outlet: Part | null = null,
): { parts: readonly PlanPart[]; joints: readonly PlanJoint[]; fresh: LayOut["fresh"] } {
  const { parts, open, fresh } = layOut(index, request, candidate, outlet);

  const ruled = open.map((each) => {
    if (each.seal !== undefined) return ruledUnion(index, each, each.seal);
    const sides = [sideOf(index, each.left), sideOf(index, each.right)] as const;
    const mating = mate(sides[0].end, sides[1].end, index.tables.matings);
    if (mating === null) throw new RangeError(`${each.left.end} and ${each.right.end} do not make a joint`);
    return {
      open: each,
      sides,
      note: mating.note,
      type: mating.type,
      rule: ruleFor(mating, sides[0], sides[1], index.tables.joints),
    };
  });
  const joints = ruled.map(
    ({ open: { left: from, right: to, isAside, seal }, sides, note, rule }, at): PlanJoint => {
      const body = seal === undefined || from.part === null ? undefined : partOf(index, parts[from.part]);
      const wrenches = body?.flats ?? wrenchesFor(rule, sides[0].end, sides[1].end, index.ends);
      const holdBack =
        body === undefined
          ? holdBackOf(rule, sides, [from, to], request, parts)
          : { what: "the union's other half", wrenches: body.flats };
      const onBench = [from, to].every(({ part }) => part !== null && !spinsInPlace(ruled, part));
      return {
        number: at + 1,
        between: [from.ref, to.ref],
        ends: seal === undefined ? [from.end, to.end] : null,
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
          note,
          from.ref === "supply" ? request : null,
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
  return { parts, joints, fresh };
}
