/**
 * Replays the sheets and the schedule of a visit, act by act, and lists what a good plumber would be ashamed of (the trade's pages on
 * water, power and hands). An independent and plain implementation: it shares nothing with core/piping, core/schedule or the order of the
 * library but types; where each valve lies it reads from the surveys again.
 */
import type { JointType } from "../../src/core/joint/index.ts";
import type { ConnectionState } from "../../src/core/visit/index.ts";
import { goalsMissed } from "./walk-goals.ts";

/** A step on the clock. */
export interface WalkedStep {
  readonly id: string;
  readonly code: string;
  /** Connections it is done for. */
  readonly connections: readonly string[];
  /** Joint it makes, prepares or looks at; null: none. */
  readonly joint: { readonly number: number; readonly type: JointType; readonly where: string } | null;
  readonly from: number;
  readonly to: number;
  readonly waitMin: number;
  readonly hand: 1 | 2;
}

/** Minutes within which a first look begins. */
const LOOK_WITHIN_MIN = 1;
const EPS = 1e-6;
const OPENING = ["take-off", "loosen-kept", "pull-stop", "cut-pipe", "open-stub"];
const NEEDS_WATER = [
  "purge",
  "exercise",
  "exercise-cycle",
  "exercise-ice",
  "first-look",
  "stand-look",
  "bathing-heat",
];
const RUBBER = [
  "cone-gasket",
  "flat-gasket",
  "hose-thread",
  "push-fit",
  "quick-connect",
  "riser-cone",
  "slip-joint",
];

interface Place {
  readonly connection: ConnectionState;
  readonly fixture: string;
  /** Its own stop closes, as surveyed. */
  readonly hasGoodStop: boolean;
  /** A new stop of its own comes with the plan. */
  readonly hasNewStop: boolean;
  /** Valves above, nearest first. */
  readonly chain: readonly string[];
  /** The valve that is shut where its own stop does not do; null: its own stop. */
  readonly valve: string | null;
}

const isBad = (proof: string) => proof === "dead" || proof === "seized";

function placeOf(connection: ConnectionState): Place {
  const { survey, plan, valves, id } = connection;
  const { supply, stop } = survey;
  const isThere =
    supply.kind === "stop-outlet" || supply.kind === "box-valve" || supply.behindValve === "holds";
  const hasGoodStop = isThere && !isBad(stop.proof);
  const hasNewStop =
    plan?.plan.parts.some(
      ({ kind, contents, branch }) =>
        branch === "main" &&
        (kind === "stop" || kind === "valve" || contents.includes("stop") || contents.includes("valve")),
    ) === true;
  const named = valves.filter(
    (valve) =>
      (valve.water === undefined || valve.water === survey.water) &&
      !(valve.shuts === "hot" && survey.water === "cold"),
  );
  const source = (kind: string) => survey.sources?.find((each) => each.kind === kind);
  const usual =
    supply.treated !== undefined || source("tank") !== undefined
      ? (source("tank")?.valve ?? "valve of the treated water's tank")
      : survey.water === "hot"
        ? "hot side, at the heater's cold inlet"
        : "cold branch, next valve up";
  const chain = named.length > 0 ? named.map(({ name }) => name) : [usual];
  const hasHouse = named.some(({ shuts }) => shuts === "house");
  const well = source("well");
  const last = well === undefined ? "house main" : (well.valve ?? "valve after the well's pressure tank");
  const whole = hasHouse ? chain : [...chain, last];
  const failing = new Set(named.filter(({ proof }) => isBad(proof)).map(({ name }) => name));
  if (stop.upstream === "fails" && whole[0] !== undefined) failing.add(whole[0]);
  const closing = whole.find((name) => !failing.has(name)) ?? "street, by the water supplier";
  return {
    connection,
    fixture: survey.fixtureId ?? id,
    hasGoodStop,
    hasNewStop,
    chain: whole,
    valve: hasGoodStop ? null : closing,
  };
}

/** Numbers of the joints before a connection's own stop, walked from the pipe; all of them where it has none. */
function jointsOnPipe({ connection, hasGoodStop, hasNewStop }: Place): ReadonlySet<number> {
  const joints = connection.plan?.plan.joints ?? [];
  const parts = connection.plan?.plan.parts ?? [];
  if (hasGoodStop && !hasNewStop) return new Set();
  if (!hasNewStop) return new Set(joints.map(({ number }) => number));
  const isStop = (ref: string) => {
    const at = Number(/^p(\d+)\./.exec(ref)?.[1] ?? -1);
    const part = parts[at];
    return (
      part !== undefined &&
      (part.kind === "stop" ||
        part.kind === "valve" ||
        part.contents.includes("stop") ||
        part.contents.includes("valve"))
    );
  };
  const partOf = (ref: string) => ref.split(".")[0] ?? ref;
  const reached = new Set(["supply"]);
  const found = new Set<number>();
  for (let isChanged = true; isChanged; ) {
    isChanged = false;
    for (const { number, between } of joints) {
      if (found.has(number)) continue;
      const [one, other] = between;
      const from = reached.has(partOf(one)) ? one : reached.has(partOf(other)) ? other : undefined;
      if (from === undefined) continue;
      // Through a stop nothing is reached but the joint that holds the stop on the pipe.
      if (isStop(from)) continue;
      found.add(number);
      reached.add(partOf(one));
      reached.add(partOf(other));
      isChanged = true;
    }
  }
  return found;
}

/** Returns what is wrong with a visit as it is done, in words; empty: nothing. */
export function walk(
  connections: readonly ConnectionState[],
  steps: readonly WalkedStep[],
  hands: 1 | 2,
): readonly string[] {
  const wrong: string[] = [];
  const places = new Map(connections.map((each) => [each.id, placeOf(each)]));
  const clock = [...steps].sort((a, b) => a.from - b.from || a.to - b.to);
  const of = (...codes: readonly string[]) => clock.filter(({ code }) => codes.includes(code));
  const ofConnection = (id: string, ...codes: readonly string[]) =>
    of(...codes).filter((step) => step.connections.includes(id));
  const fixtureOf = (step: WalkedStep) => places.get(step.connections[0] ?? "")?.fixture ?? "";
  const ofFixture = (fixture: string, ...codes: readonly string[]) =>
    of(...codes).filter((step) => fixtureOf(step) === fixture);
  const say = (step: WalkedStep | null, what: string) =>
    wrong.push(step === null ? what : `${step.id} (${step.code}, ${step.from.toFixed(1)}): ${what}`);

  // Hands.
  for (const hand of [1, 2] as const) {
    const own = clock.filter((step) => step.hand === hand);
    if (hand > hands && own.length > 0) say(own[0] ?? null, "there is no second pair of hands");
    for (const [at, step] of own.entries()) {
      const next = own[at + 1];
      if (next !== undefined && next.from < step.to - EPS) say(next, `the hands still do ${step.id}`);
    }
  }

  // Valves above: when each is shut.
  interface Off {
    readonly valve: string;
    readonly from: number;
    readonly to: number;
  }
  const offs: Off[] = [];
  for (const shut of of("close-upstream")) {
    const valve = places.get(shut.connections[0] ?? "")?.valve;
    if (valve == null) {
      say(shut, "a valve above is shut although the stop holds");
      continue;
    }
    const opening = of("open-upstream").find(
      (step) => step.from >= shut.to - EPS && places.get(step.connections[0] ?? "")?.valve === valve,
    );
    if (opening === undefined) say(shut, "is never opened again");
    offs.push({ valve, from: shut.from, to: opening?.to ?? Number.POSITIVE_INFINITY });
  }
  const shutOver = (id: string, from: number, to: number) =>
    offs.find(
      (off) =>
        places.get(id)?.chain.includes(off.valve) === true && off.from < to - EPS && off.to > from + EPS,
    );

  // Proofs: with water standing on them, before anything above is shut.
  for (const proof of of("prove"))
    for (const id of proof.connections) {
      const place = places.get(id);
      if (place === undefined) continue;
      const shut = ofConnection(id, "close-stop").concat(
        of("close-upstream").filter((step) => places.get(step.connections[0] ?? "")?.valve === place.valve),
      );
      if (!shut.some(({ to }) => to <= proof.from + EPS)) say(proof, "what is proved is not shut yet");
      const above =
        place.valve === null ? place.chain : place.chain.slice(place.chain.indexOf(place.valve) + 1);
      const isDry = offs.some(
        (off) => above.includes(off.valve) && off.from < proof.to - EPS && off.to > proof.from + EPS,
      );
      if (isDry) say(proof, "nothing stands on what is proved: a valve above is shut");
    }
  for (const off of offs)
    for (const place of places.values()) {
      const { id } = place.connection;
      if (!place.hasGoodStop || !place.chain.includes(off.valve)) continue;
      const proof = ofConnection(id, "prove").at(-1);
      if (proof !== undefined && proof.to > off.from + EPS)
        say(proof, `is proved after ${off.valve} was shut above it`);
    }
  for (const shut of of("close-upstream")) {
    const valve = places.get(shut.connections[0] ?? "")?.valve ?? "";
    const isHot =
      ["house main", "hot side, at the heater's cold inlet"].includes(valve) ||
      connections.some(({ valves }) =>
        valves.some(({ name, shuts }) => name === valve && shuts !== "branch"),
      );
    const safe = of("heater-safe").some(({ to }) => to <= shut.from + EPS);
    if (isHot && !safe) say(shut, "the heater is not safe");
  }

  // Other sources: a well's pump, and the loop that hot water runs round in.
  for (const shut of of("close-upstream")) {
    const place = places.get(shut.connections[0] ?? "");
    const { survey, valves = [] } = place?.connection ?? {};
    const fed = (kind: string) => survey?.sources?.some((source) => source.kind === kind) === true;
    const isUnderTank = survey?.supply.treated !== undefined || fed("tank");
    const graveness =
      valves.find(({ name }) => name === place?.valve)?.shuts ??
      (place?.valve === place?.chain.at(-1) || place?.valve === "street, by the water supplier"
        ? "house"
        : !isUnderTank && survey?.water === "hot"
          ? "hot"
          : "branch");
    const fixture = fixtureOf(shut);
    for (const [kind, off, on, grave] of [
      ["well", "pump-off", "pump-on", ["house"]],
      ["recirculation", "loop-off", "loop-on", ["house", "hot"]],
    ] as const) {
      if (!fed(kind) || !(grave as readonly string[]).includes(graveness)) continue;
      const before = kind === "well" ? shut.from : (ofFixture(fixture, ...OPENING)[0]?.from ?? Infinity);
      if (!of(off).some(({ to }) => to <= before + EPS)) say(shut, `${kind}: nobody sees to it before`);
      if (!of(on).some(({ from }) => from >= shut.to - EPS)) say(shut, `${kind}: it stays off`);
    }
  }

  // Opening and making: pressure excluded on every side, let off, power away.
  const isExcluded = (place: Place, at: WalkedStep, isOnPipe: boolean): boolean => {
    const { id } = place.connection;
    const isByValve = offs.some(
      (off) => place.chain.includes(off.valve) && off.from < at.from + EPS && off.to > at.to - EPS,
    );
    if (isByValve) return true;
    if (isOnPipe) return false;
    const isProved = ofConnection(id, "prove").some(({ to }) => to <= at.from + EPS);
    const isIn = ofConnection(id, "water-in").some(({ from }) => from < at.to - EPS);
    return (place.hasGoodStop ? isProved : place.hasNewStop) && !isIn;
  };
  for (const step of clock.filter(
    ({ code, joint }) => OPENING.includes(code) || (code === "make" && joint?.where === "place"),
  )) {
    const fixture = fixtureOf(step);
    for (const place of places.values()) {
      if (place.fixture !== fixture) continue;
      const isOwn = step.connections.includes(place.connection.id);
      const isOnPipe =
        isOwn &&
        !place.hasGoodStop &&
        (step.joint === null ? true : jointsOnPipe(place).has(step.joint.number));
      if (isExcluded(place, step, isOnPipe)) continue;
      // The other side of a fixture matters until its own water is in again.
      const isOtherIn =
        !isOwn && ofConnection(place.connection.id, "water-in").some(({ from }) => from < step.from + EPS);
      if (!isOtherIn || isOwn) say(step, `pressure is not shut off from ${place.connection.id}`);
    }
    const isLate = (codes: readonly string[]) =>
      ofFixture(fixture, ...codes).some(({ to }) => to > step.from + EPS);
    if (isLate(["power-off", "pull-plug"])) say(step, "the power is not away yet");
    if (OPENING.includes(step.code) && isLate(["release-pressure"])) say(step, "the pressure is not let off");
    if (step.code !== "make" && isLate(["mark-sides"])) say(step, "the sides are not marked");
  }
  for (const roll of of("roll-out"))
    if (ofFixture(fixtureOf(roll), "power-off").some(({ to }) => to > roll.from + EPS))
      say(roll, "it moves before it is dead");

  // Out and in: what is joined is not carried off, what stands on its drain is set once, what spins stands fast first.
  const isOrdered = (fixture: string, first: string, then: string, why: string) => {
    const begins = ofFixture(fixture, then)[0];
    const late = ofFixture(fixture, first).find(({ to }) => begins !== undefined && to > begins.from + EPS);
    if (begins !== undefined && late !== undefined) say(begins, `${why} (${late.id})`);
  };
  for (const fixture of new Set([...places.values()].map((place) => place.fixture))) {
    const { survey } = [...places.values()].find((place) => place.fixture === fixture)?.connection ?? {};
    const isIn = survey?.replaces !== "first-time" || survey.inPlace === true;
    if (!isIn)
      for (const step of ofFixture(fixture, "pull-plug", "roll-out", "fixture-out"))
        say(step, "what has not come yet is neither unplugged nor moved");
    for (const off of ["take-off", "drain-off", "power-off", "pull-plug"])
      isOrdered(fixture, off, "fixture-out", "it is still joined");
    isOrdered(fixture, "fixture-out", "fixture-in", "the old one stands there still");
    isOrdered(fixture, "plug-drain", "fixture-in", "the drain is not seen to");
    isOrdered(fixture, "dry-set", "fixture-in", "it was not dry-set");
    isOrdered(fixture, "unplug-drain", "fixture-in", "the plug is still in the drain");
    isOrdered(fixture, "drain-on", "exercise", "its drain is not on");
    isOrdered(fixture, "stand-look", "place-back", "it is pushed back over joints nobody looked at standing");
    isOrdered(fixture, "find-pipe", "close-upstream", "nobody has made sure of the pipe");
    isOrdered(fixture, "find-pipe", "cut-pipe", "nobody has made sure of the pipe");
    isOrdered(fixture, "find-pipe", "pull-stop", "nobody has made sure of the pipe");
    for (const proof of ofFixture(fixture, "prove-new")) {
      const [id = ""] = proof.connections;
      const isDone = (code: string) => ofConnection(id, code).some(({ to }) => to <= proof.from + EPS);
      if (ofConnection(id, "look-pipe-side").length > 0 && !isDone("look-pipe-side"))
        say(proof, "its own joint is looked at first");
      if (shutOver(id, proof.from, proof.to)) say(proof, "no water stands on the new stop");
      if (ofConnection(id, "water-in").some(({ from }) => from < proof.to - EPS))
        say(proof, "the new stop is open already");
    }
    for (const wet of ["try-device", "run-other"])
      isOrdered(fixture, "first-look", wet, "nobody has looked yet");
    const flame = ofFixture(fixture, "make").find(
      ({ joint }) => joint?.type === "solder" && joint.where === "place",
    );
    if (flame !== undefined && !ofFixture(fixture, "vent").some(({ to }) => to <= flame.from + EPS))
      say(flame, "no end of the pipe is open");
    if (survey?.fixture === "washer")
      for (const first of ["level", "place-back"])
        isOrdered(fixture, first, "exercise", "it spins unlevelled");
    if (survey?.fixture === "dishwasher")
      for (const first of ["level", "fasten"]) isOrdered(fixture, first, "exercise", "it runs unfastened");
    if (survey?.fixture === "dishwasher" && ofFixture(fixture, "fixture-in").length > 0) {
      const slid = ofFixture(fixture, "fixture-in")[0];
      const last = ofFixture(fixture, "make").at(-1);
      if (slid !== undefined && last !== undefined && last.from < slid.to - EPS)
        say(slid, "its last joint is made before it is slid in");
    }
    if (survey?.fixture === "toilet")
      for (const make of ofFixture(fixture, "make"))
        if (make.joint?.type === "flat-gasket")
          for (const set of ofFixture(fixture, "fixture-in"))
            if (set.to > make.from + EPS) say(make, "the line goes on before the bowl stands");
    if (survey?.replaces === "take-out" && survey.fixture === "toilet")
      if (ofFixture(fixture, "make-safe").length === 0) say(null, `${fixture}: its drain stays open`);
    if (ofFixture(fixture, "plug-drain").length > 0 && survey?.replaces !== "take-out")
      if (ofFixture(fixture, "unplug-drain").length === 0) say(null, `${fixture}: the drain stays plugged`);
  }

  // Opening a valve above: what comes under pressure is made; the looks follow at once.
  for (const opening of of("open-upstream")) {
    const valve = places.get(opening.connections[0] ?? "")?.valve ?? "";
    const below = [...places.values()].filter((place) => place.valve === valve);
    let last = opening.to;
    const looks: WalkedStep[] = [];
    // Shut once more for what was not begun at all while it was shut before.
    const again = offs.find((off) => off.valve === valve && off.from >= opening.to - EPS)?.from ?? Infinity;
    for (const place of below) {
      const { id } = place.connection;
      const onPipe = jointsOnPipe(place);
      for (const make of ofConnection(id, "make"))
        if (
          make.joint !== null &&
          onPipe.has(make.joint.number) &&
          make.to > opening.from + EPS &&
          make.to < again
        )
          say(make, `is under pressure since ${opening.id} and is made after`);
      // Made while the valve was shut this time: what was under pressure before was looked at then.
      const shut = offs.find((off) => off.valve === valve && off.to === opening.to)?.from ?? 0;
      const isNew = ofConnection(id, "make").some(
        ({ to, joint }) =>
          joint !== null && onPipe.has(joint.number) && to <= opening.from + EPS && to > shut,
      );
      if (isNew) {
        const look = ofConnection(id, "look-pipe-side").find(({ from }) => from >= opening.to - EPS);
        if (look === undefined) say(opening, `nobody looks at the pipe side of ${id}`);
        else looks.push(look);
      }
    }
    for (const look of looks.sort((a, b) => a.from - b.from)) {
      if (look.from > last + LOOK_WITHIN_MIN + EPS)
        say(look, `begins ${(look.from - last).toFixed(1)} min late`);
      last = Math.max(last, look.to);
    }
    const outlet = ofFixture(fixtureOf(opening), "close-outlet");
    const isOpen = ofFixture(fixtureOf(opening), "release-pressure").length > 0;
    if (isOpen && !outlet.some(({ to }) => to <= opening.from + EPS))
      say(opening, "the outlet is still open");
  }

  // Water in, and everything that needs it.
  for (const water of of("water-in")) {
    const fixture = fixtureOf(water);
    for (const make of ofFixture(fixture, "make", "cool", "set-cement"))
      if (
        make.connections.some((id) => water.connections.includes(id)) &&
        make.to + make.waitMin > water.from + EPS
      )
        say(make, `water is in since ${water.id}`);
    for (const id of water.connections) {
      const place = places.get(id);
      if (shutOver(id, water.from, water.to)) say(water, "a valve above is shut");
      if (place !== undefined && !place.hasGoodStop && jointsOnPipe(place).size > 0)
        if (!ofConnection(id, "look-pipe-side").some(({ to }) => to <= water.from + EPS))
          say(water, "nobody has looked at the pipe side");
      const look = ofConnection(id, "first-look").find(({ from }) => from >= water.to - EPS);
      if (look === undefined) say(water, "no first look");
      else if (look.from > water.to + LOOK_WITHIN_MIN + EPS) say(look, "is late");
      else if (look.hand !== water.hand) say(look, "other hands look");
      // From here on pressure stands without a break until everything is looked at.
      const last = clock
        .filter(
          (step) =>
            step.connections.includes(id) && [...NEEDS_WATER, "after-run", "place-back"].includes(step.code),
        )
        .reduce(
          (end, { to, code, waitMin }) => Math.max(end, code === "stand-look" ? to + waitMin : to),
          water.to,
        );
      const cut = shutOver(id, water.from, last);
      if (cut !== undefined) say(water, `stands or runs while ${cut.valve} is shut`);
    }
    if (ofFixture(fixture, "release-pressure").length > 0)
      if (!ofFixture(fixture, "close-outlet").some(({ to }) => to <= water.from + EPS))
        say(water, "the outlet is still open");
  }
  for (const step of of(...NEEDS_WATER))
    for (const id of step.connections)
      if (!ofConnection(id, "water-in").some(({ to }) => to <= step.from + EPS))
        say(step, "there is no water yet");
  for (const power of of("power-on", "plug-in"))
    for (const look of ofFixture(fixtureOf(power), "first-look"))
      if (look.to > power.from + EPS) say(power, "power goes on before the joints are looked at");
  for (const run of of("purge", "exercise"))
    for (const power of ofFixture(fixtureOf(run), "power-on", "plug-in"))
      if (power.to > run.from + EPS) say(run, "it has no power yet");
  for (const heater of of("heater-back"))
    for (const off of offs)
      if (off.from < heater.to && off.to > heater.from + EPS && off.valve !== "cold branch, next valve up")
        say(heater, "its water is still shut");

  // Flames and rubber.
  for (const flame of clock.filter(({ code, joint }) => code === "make" && joint?.type === "solder")) {
    const fixture = fixtureOf(flame);
    for (const soft of ofFixture(fixture, "make"))
      if (
        soft.joint?.where === "place" &&
        RUBBER.includes(soft.joint.type) &&
        soft.connections.some((id) => flame.connections.includes(id)) &&
        soft.from < flame.to - EPS
      )
        say(soft, `a flame follows at joint ${flame.joint?.number}`);
    const watch = ofFixture(fixture, "fire-watch").at(-1);
    const leaving = ofFixture(fixture, "hand-over").at(-1);
    if (watch === undefined) say(flame, "nobody watches the spot");
    else if (leaving !== undefined && leaving.from < watch.to + watch.waitMin - EPS)
      say(leaving, "somebody leaves during the fire watch");
  }

  // Goal: every joint made once, every side looked at, nothing left shut.
  for (const place of places.values()) {
    const { id, plan } = place.connection;
    for (const { number } of plan?.plan.joints ?? [])
      if (ofConnection(id, "make").filter(({ joint }) => joint?.number === number).length !== 1)
        say(null, `${id}: joint ${number} is not made once`);
    for (const code of ["water-in", "first-look", "stand-look", "hand-over", "prove"])
      if (ofConnection(id, code).length === 0 && !(code === "prove" && place.valve !== null))
        say(null, `${id}: no ${code}`);
    if (
      place.valve !== null &&
      !of("prove").some((step) => step.connections.some((each) => places.get(each)?.valve === place.valve))
    )
      say(null, `${place.valve} is not proved`);
    if (ofConnection(id, "other-side").length > ofConnection(id, "open-other").length)
      say(null, `${id}: the other side stays shut`);
    if (ofFixture(place.fixture, "pull-plug").length > 0 && ofFixture(place.fixture, "exercise").length > 0)
      if (ofFixture(place.fixture, "plug-in").length === 0) say(null, `${id}: the plug stays out`);
    if (ofFixture(place.fixture, "heater-safe").length > 0 && of("heater-back").length === 0)
      say(null, `${id}: the heater stays off`);
  }
  for (const fixture of new Set([...places.values()].map((place) => place.fixture)))
    wrong.push(
      ...goalsMissed(
        connections.filter(({ id }) => places.get(id)?.fixture === fixture),
        clock.filter((step) => fixtureOf(step) === fixture),
      ),
    );
  return [...new Set(wrong)];
}
