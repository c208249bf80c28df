/**
 * What must be in a fixture's work and what must not, from the survey and the plan alone: the trade's pages read as a list. Shares nothing
 * with the library, its conditions or the order but types.
 */
import type { PlanPart } from "../../src/core/plan/index.ts";
import type { ConnectionState } from "../../src/core/visit/index.ts";
import type { WalkedStep } from "./walk.ts";

/** What is prepared directly before each kind of joint, by the id of the step. */
const PREPARED: Readonly<Record<string, string>> = {
  "push-fit": "fit-push",
  "quick-connect": "fit-push",
  solder: "fit-solder",
  ferrule: "fit-ferrule",
  crimp: "fit-ring",
  expansion: "fit-expand",
  press: "fit-press",
  solvent: "fit-cement",
  "taper-thread": "fit-taper",
};
const MIXES = ["bidet", "lavatory", "kitchen", "tub-filler", "utility"];
const ROLLS = ["refrigerator", "ice-machine", "washer"];
const LEVELLED = [...ROLLS, "dishwasher", "brewer"];
/** Longest piece that binds where one nut is tight first, inches. */
const STIFF_IN = 9;

const isValve = ({ kind, contents, branch }: PlanPart) =>
  branch === "main" &&
  (kind === "stop" || kind === "valve" || contents.includes("stop") || contents.includes("valve"));

/** Returns what is missing from a fixture's work, or too much in it, in words; empty: nothing. `steps`: those of the fixture, in order. */
export function goalsMissed(
  connections: readonly ConnectionState[],
  steps: readonly WalkedStep[],
): readonly string[] {
  const wrong: string[] = [];
  const [first] = connections;
  if (first === undefined) return [];
  const { survey } = first;
  const { fixture } = survey;
  const has = (code: string, id?: string) =>
    steps.some((step) => step.code === code && (id === undefined || step.connections.includes(id)));
  const wants = (isWanted: boolean, code: string, id?: string) => {
    if (has(code, id) === isWanted) return;
    wrong.push(`${id ?? fixture}: ${code} is ${isWanted ? "missing" : "there for nothing"}`);
  };
  const isGone = survey.replaces === "take-out";
  const isCapped = isGone || survey.phase === "rough-in";
  const runs = !isCapped;
  const comes = survey.inPlace === false && runs;
  const isThere = survey.replaces !== "first-time" || survey.inPlace === true;
  const isBuiltIn = fixture === "dishwasher";
  const isSlid = isBuiltIn && runs && (comes || isThere);
  const power =
    survey.power ??
    (isBuiltIn
      ? "hard-wired"
      : ["refrigerator", "brewer", "ice-machine", "washer", "bidet-seat"].includes(fixture)
        ? "plug"
        : "none");

  for (const code of ["look-ends", "release-pressure", "hand-over"]) wants(true, code);
  wants(runs, "exercise");
  wants(runs, "purge");
  wants(runs && power === "hard-wired", "power-on");
  wants(runs && power === "plug", "plug-in");
  wants(power === "plug" && isThere, "pull-plug");
  wants(isCapped, "cap-and-hold");
  wants(isGone, "make-safe");
  wants(isGone || (comes && (survey.replaces ?? "yes") === "yes"), "fixture-out");
  wants(comes || isSlid, "fixture-in");
  wants(
    runs && LEVELLED.includes(fixture) && (comes || isSlid || (ROLLS.includes(fixture) && isThere)),
    "level",
  );
  if (has("fasten")) wants(comes || isSlid, "fasten");
  if (isSlid) wants(true, "fasten");
  wants(MIXES.includes(fixture) && connections.length < 2, "other-side");
  if (fixture === "dishwasher" || fixture === "washer") wants(runs, "drain-on");
  if (!isBuiltIn && fixture !== "washer" && !comes) wants(false, "drain-on");
  const isOut = isGone || (comes && (survey.replaces ?? "yes") === "yes");
  wants(isOut && fixture === "toilet", "plug-drain");
  if (comes && fixture === "toilet") wants(true, "dry-set");
  wants(power === "hard-wired", "power-off");
  if (isOut && ["dishwasher", "washer"].includes(fixture)) wants(true, "drain-off");
  if (ROLLS.includes(fixture) && isThere && !isOut) wants(true, "roll-out");
  const isPair = new Set(connections.map((each) => each.survey.water)).size > 1;
  wants(isPair && survey.replaces !== "first-time", "mark-sides");
  const leaving = steps.filter(({ code }) => code === "hand-over").at(-1);
  for (const after of steps)
    if (leaving !== undefined && after !== leaving && after.from > leaving.from)
      wrong.push(`${fixture}: ${after.id} comes after everybody has left`);
  const named = (id: string, of?: string) =>
    steps.some((step) => step.id.endsWith(id) && (of === undefined || step.connections.includes(of)));
  if (isBuiltIn && isThere && !isOut && !named("pull-built-in"))
    wrong.push(`${fixture}: slid in and never pulled out`);
  const drains = connections.some(({ checkpoints }) =>
    checkpoints.some(({ makeUp }) => makeUp !== undefined),
  );
  if (comes && drains && !named("drain-joints")) wrong.push(`${fixture}: its drain side is never made up`);
  const water = steps.find(({ code }) => code === "water-in");
  const drain = steps.find(({ code }) => code === "drain-on");
  if (water !== undefined && drain !== undefined && drain.from > water.from)
    wrong.push(`${fixture}: its drain is on after the water`);
  const dry = steps.find(({ id }) => id.endsWith("dry-all"));
  const wet = steps.find(({ code }) => code === "open-upstream" || code === "water-in");
  if (wet !== undefined && (dry === undefined || dry.from > wet.from))
    wrong.push(`${fixture}: its joints are not dried before the water`);
  const back = steps.find(({ code }) => code === "place-back");
  const ran = steps.find(({ code }) => code === "exercise");
  for (const look of steps.filter(({ code }) => code === "check-after-run"))
    if (ran !== undefined && look.from < ran.to)
      wrong.push(`${fixture}: looked at after the run before it has run`);
  for (const look of steps.filter(({ code }) => code === "check-in-place"))
    if (back !== undefined && look.from < back.to)
      wrong.push(`${fixture}: looked at in place before it is put back`);

  for (const { id, survey: own, plan } of connections) {
    const parts = plan?.plan.parts ?? [];
    const joints = plan?.plan.joints ?? [];
    const isOpened = ["pipe", "stub", "dead-stop"].includes(own.supply.kind);
    wants(isOpened, "find-pipe", id);
    wants(own.supply.kind === "pipe" && !isGone, "cut-pipe", id);
    wants(own.supply.kind === "stub", "open-stub", id);
    wants(own.supply.line === "stays" || own.line?.by === "kept", "loosen-kept", id);
    wants(own.sharedWith !== undefined || own.supply.line !== undefined, "run-other", id);
    const brings = parts.some(isValve);
    const shuts = parts.some(({ shutsByItself }) => shutsByItself === true);
    wants(shuts || (brings && runs), "try-device", id);
    for (const [wanted, step] of [
      [shuts, "try-device"],
      [brings && runs, "try-valve"],
    ] as const)
      if (steps.some((each) => each.id.endsWith(step) && each.connections.includes(id)) !== wanted)
        wrong.push(`${id}: ${step} is ${wanted ? "missing" : "there for nothing"}`);
    const isFlushed = steps.some(
      (each) =>
        each.id.endsWith("flush-debris") && each.connections.includes(id) && each.code === "flush-branch",
    );
    if (!isFlushed && has("open-upstream", id)) wrong.push(`${id}: what came loose goes into new screens`);
    const isOwnStop = !isOpened && ["holds", "weeps", "not-proved"].includes(own.stop.proof);
    if (isFlushed && isOwnStop) wrong.push(`${id}: the branch is flushed although nobody shut it`);
    const asks = plan?.request.houseRules.flushBeforeLast === "yes";
    if (!asks && steps.some((each) => each.id.endsWith("flush-before-last")))
      wrong.push(`${id}: flushed before the last joint although nobody asks for that`);
    const isStopKept = isGone && (own.supply.kind === "stop-outlet" || own.supply.kind === "box-valve");
    if (isStopKept && !["dead", "seized"].includes(own.stop.proof)) wants(true, "leave-shut", id);
    if (!isGone) wants(false, "leave-shut", id);
    const proofs = steps.filter((step) => step.code === "prove" && step.connections.includes(id)).length;
    if (proofs > 1) wrong.push(`${id}: proved ${proofs} times`);
    for (const joint of joints) {
      const prepared = steps.filter(
        (step) =>
          /fit-[a-z]+-\d+$/.test(step.id) &&
          step.connections.includes(id) &&
          step.id.endsWith(`-${joint.number}`),
      );
      const wanted = PREPARED[joint.type];
      const isRight =
        wanted === undefined
          ? prepared.length === 0
          : prepared.length === 1 && prepared[0]?.id.includes(wanted) && prepared[0].code === "prepare";
      if (!isRight) wrong.push(`${id}: joint ${joint.number} (${joint.type}) is not prepared as it asks`);
      if (joint.type === "solvent") wants(true, "set-cement");
    }
    const stiff = parts.some((part, at) => {
      const isShort =
        part.kind === "riser" ||
        ((part.kind === "line" || part.kind === "tube") && (part.lengthIn ?? 99) <= STIFF_IN);
      const ends = joints.filter(
        ({ turns, where, between }) =>
          turns !== null && where === "place" && between.some((ref) => ref.startsWith(`p${at}.`)),
      );
      return isShort && ends.length > 1;
    });
    if (stiff) {
      wants(true, "start-both", id);
      const start = steps.find((step) => step.code === "start-both" && step.connections.includes(id));
      const last = steps.filter((step) => step.code === "make" && step.connections.includes(id)).at(-1);
      if (start !== undefined && last !== undefined && start.to > last.from)
        wrong.push(`${id}: both nuts are started after they are tight`);
    }
    const hasStop = !isOpened && ["holds", "weeps", "not-proved"].includes(own.stop.proof);
    if (!hasStop && has("close-stop", id)) wrong.push(`${id}: a stop that does not close is closed`);
    wants(own.replaces !== "first-time" && own.line?.by !== "kept", "take-off");
    if (runs && joints.length > 0 && !named("check-in-place", id))
      wrong.push(`${id}: not looked at in its place`);
    if (runs && joints.length > 0 && !named("check-after-run", id))
      wrong.push(`${id}: not looked at after the run`);
    wants(own.supply.kind === "dead-stop", "pull-stop", id);
    const isHeated = ({ type }: (typeof joints)[number]) => type === "solder" || type === "solvent";
    const isFlushable = (brings || isOwnStop) && joints.length > 1 && !joints.some(isHeated);
    if (asks && isFlushable && !named("flush-before-last", id))
      wrong.push(`${id}: not flushed before the last joint`);
  }
  return wrong;
}
