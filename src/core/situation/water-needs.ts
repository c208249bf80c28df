/** What acts need of the water of the whole visit: one entry a need. */
import type { Reach, ZoneKind } from "../piping/index.ts";
import type { Remake, RunStep } from "../step/index.ts";
import { NEEDS_WATER } from "./asks-water.ts";
import { type Blocker, isMakingInPlace, isOpening } from "./order-needs.ts";
import type { Blocked, FixtureSheet, WaterNeedCode } from "./standing-shape.ts";

/** A connection as the situation reads one. */
export interface ConnectionPlace {
  readonly id: string;
  readonly fixture: FixtureSheet;
  readonly zone: string;
  readonly zoneKind: ZoneKind;
  readonly isOwnStop: boolean;
  readonly hasNewStop: boolean;
  readonly pipeSide: readonly number[];
  /** Joints that are being made anew, with the valve that is shut for them; null: none are. */
  readonly remake: { readonly under: Remake; readonly valve: string } | null;
}

/** How the water of a visit stands, as its needs ask. */
export interface WaterView {
  readonly placed: () => readonly ConnectionPlace[];
  readonly reachOf: (connection: string) => Reach | undefined;
  readonly isShut: (valve: string) => boolean;
  readonly isDone: (at: ConnectionPlace, role: RunStep["role"]) => boolean;
  /** The connection for which a valve is shut again that takes the water from others. */
  readonly shutAgainBefore: (own: readonly ConnectionPlace[], step: RunStep) => ConnectionPlace | undefined;
  /** What an act still needs of its own sheet. */
  readonly firstBlocker: (sheet: FixtureSheet, step: RunStep) => Blocker | undefined;
}

/** An act, and the connections it is done for. */
interface Asked {
  readonly fixture: FixtureSheet;
  readonly step: RunStep;
  readonly own: readonly ConnectionPlace[];
}

/** What meets a need; a need of another sheet's own order says so. */
type MetBy = Pick<Blocked, "first"> & Partial<Pick<Blocked, "need" | "why">>;

const firstUndone = (at: ConnectionPlace, role: RunStep["role"]): MetBy => {
  const step = at.fixture.steps.find((each) => each.role === role && !each.isDone);
  return { first: step === undefined ? null : { fixture: at.fixture.id, step } };
};

const valveOf = (own: readonly ConnectionPlace[]): string | undefined =>
  own.find(({ isOwnStop }) => !isOwnStop)?.zone;

/** Whether what stands there is as it was found: nothing is opened yet, so that an opening of the valve above presses on nothing new. */
function isUntouched({ id, fixture }: ConnectionPlace): boolean {
  const own = fixture.steps.filter(({ connections }) => connections.includes(id));
  return (
    own.some(isOpening) && !own.some((step) => step.isDone && (isOpening(step) || isMakingInPlace(step)))
  );
}

const FEEDS_HEATER: readonly ZoneKind[] = ["house", "hot"];

type Need = (asked: Asked, water: WaterView) => MetBy | null;

export const WATER_NEEDS: Readonly<Record<WaterNeedCode, Need>> = {
  "valve-above-shut": ({ own, step }, water) => {
    if (!NEEDS_WATER.includes(step.role) && step.stage === null) return null;
    const above = own.flatMap(({ id }) => water.reachOf(id)?.above ?? []);
    // A heater is fed by whatever shuts hot water or the house, wherever that was shut.
    const feeds = (at: ConnectionPlace) =>
      above.includes(at.zone) || (step.role === "heater-back" && FEEDS_HEATER.includes(at.zoneKind));
    const closed = water.placed().find((at) => !at.isOwnStop && feeds(at) && water.isShut(at.zone));
    if (closed !== undefined) return firstUndone(closed, "open-upstream");
    const remaking = water.shutAgainBefore(own, step);
    return remaking === undefined ? null : firstUndone(remaking, "water-again");
  },
  "valve-above-open": ({ own, step }, water) => {
    const opened = own.find(
      (at) =>
        !at.isOwnStop &&
        (isOpening(step) || (isMakingInPlace(step) && at.pipeSide.includes(step.joint?.number ?? -1))) &&
        at.fixture.steps.some(
          ({ role, connections }) => role === "close-upstream" && connections.includes(at.id),
        ) &&
        !water.isShut(at.zone),
    );
    return opened === undefined ? null : firstUndone(opened, "close-upstream");
  },
  // What another fixture still needs before the valve is opened, by its own sheet.
  "not-made-below": ({ own, step, fixture }, water) => {
    const valve = valveOf(own);
    if (step.role !== "open-upstream" || valve === undefined) return null;
    for (const at of water.placed()) {
      const sheet = at.fixture;
      if (at.zone !== valve || sheet.id === fixture.id || isUntouched(at)) continue;
      const opening = sheet.steps.find(
        ({ role, isDone, connections }) => role === "open-upstream" && !isDone && connections.includes(at.id),
      );
      const blocker = opening === undefined ? undefined : water.firstBlocker(sheet, opening);
      if (blocker === undefined) continue;
      const first = { fixture: sheet.id, step: blocker.step };
      return blocker.step.role === "make" ? { first } : { first, need: "order", why: blocker.why };
    }
    return null;
  },
  "not-proved-below": ({ own, step }, water) => {
    const valve = valveOf(own);
    if (step.role !== "close-upstream" || valve === undefined) return null;
    const unproved = water
      .placed()
      .find(
        (at) =>
          at.isOwnStop &&
          water.reachOf(at.id)?.above.includes(valve) === true &&
          !water.isDone(at, "prove") &&
          !water.isDone(at, "water-in"),
      );
    return unproved === undefined ? null : firstUndone(unproved, "prove");
  },
};
