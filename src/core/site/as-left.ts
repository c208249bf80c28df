/** A connection as the last visit left it: what the next visit begins from, each fact to be confirmed by a look. */

import type { EndCode } from "../end/index.ts";
import { type PartKind, PRESENT_DEVICES, type PresentDevice } from "../part/index.ts";
import type { Fixture, Plan, PlanPart, SupplyKind, Water } from "../plan/index.ts";
import { heardNote, shutOffOf } from "../record/index.ts";
import type { StopProof, Survey } from "../survey/index.ts";
import {
  type ConnectionState,
  foldVisit,
  liveEvents,
  type VisitEvent,
  type VisitState,
} from "../visit/index.ts";

/** A line that runs to the fixture. */
export interface LineAsLeft {
  readonly name: string;
  /** Null: a line that was kept, or the fixture's own. */
  readonly sku: string | null;
  readonly kind: PartKind;
  readonly material: string;
  readonly lengthIn: number | null;
  /** When its last joint was made, or the year somebody told, UTC; null: nobody knows its age. */
  readonly fittedAt: string | null;
}

/** The valve that shuts the fixture. */
export interface StopAsLeft {
  readonly name: string;
  readonly place: string;
  readonly proof: StopProof;
  readonly isNew: boolean;
  /** When it was last proved, or fitted and proved tight by the leak check, UTC; null: never. */
  readonly provedAt: string | null;
}

export interface ConnectionAsLeft {
  readonly visit: string;
  readonly connection: string;
  /** The event that signed it. */
  readonly signing: string;
  readonly signedAt: string;
  readonly signedBy: string;
  /** Signed later again: this one is kept as what stood before a correction. */
  readonly isCorrected: boolean;
  /** The connection of an earlier visit that this one began from; null: none. */
  readonly continues: string | null;
  /** The fixture is gone: nothing is left to come back to. */
  readonly isTakenOut: boolean;
  readonly label: string;
  readonly room: string;
  readonly fixture: Fixture;
  /** Connections of one fixture share it. */
  readonly fixtureKey: string;
  readonly water: Water;
  /** Where a line or part meets the fixture's supply now. */
  readonly supply: { readonly end: EndCode; readonly kind: SupplyKind };
  readonly inlet: EndCode;
  readonly line: LineAsLeft | null;
  readonly stop: StopAsLeft;
  readonly devices: readonly PresentDevice[];
  readonly parts: readonly { readonly sku: string; readonly name: string; readonly quantity: number }[];
  readonly checkedAt: string | null;
  readonly followUp: { readonly dueAt: string; readonly result: "dry" | "weeping" | null };
  readonly photos: readonly { readonly id: string; readonly caption: string }[];
  /** For the next plumber, the shop's own notes included. */
  readonly notes: readonly string[];
  /** As it was surveyed then. */
  readonly survey: Survey;
}

const LINES: readonly PartKind[] = ["line", "tube", "riser", "pipe"];
const YEAR_MS = 365.25 * 24 * 60 * 60 * 1000;

/** Time the last joint of a part was made; null: one is still open. */
function fittedAtOf({ joints }: ConnectionState, at: number): string | null {
  const own = joints.filter(({ joint }) => joint.between.some((ref) => ref.startsWith(`p${at}.`)));
  if (own.length === 0 || own.some(({ madeAt }) => madeAt === null)) return null;
  return (
    own
      .flatMap(({ madeAt }) => madeAt ?? [])
      .toSorted()
      .at(-1) ?? null
  );
}

/** The part of the plan that is the line of the main way, the last one where there are several. */
function mainLine(parts: readonly PlanPart[]): number {
  return parts.findLastIndex(({ kind, branch }) => branch === "main" && LINES.includes(kind));
}

function lineOf(connection: ConnectionState, signedAt: string): LineAsLeft | null {
  const { plan, survey } = connection;
  const parts = plan?.plan.parts ?? [];
  const at = mainLine(parts);
  const part = parts[at];
  if (part !== undefined)
    return {
      name: part.name,
      sku: part.sku,
      kind: part.kind,
      material: part.material,
      lengthIn: part.lengthIn ?? null,
      fittedAt: fittedAtOf(connection, at),
    };
  const { line } = survey;
  if (line === undefined || line.by === "none") return null;
  const { ageYears } = line;
  return {
    name: line.by === "kept" ? "line that was kept" : "the fixture's own line",
    sku: null,
    kind: "line",
    material: "unknown",
    lengthIn: line.length?.value ?? null,
    fittedAt:
      line.by !== "kept"
        ? signedAt
        : ageYears === undefined
          ? null
          : new Date(Date.parse(signedAt) - ageYears * YEAR_MS).toISOString(),
  };
}

/** The side of a joint that looks at the wall: the supply, or the part nearer to it. */
function wallEnd(plan: Plan, at: number): EndCode | null {
  const own = plan.joints.find(
    ({ between, ends }) =>
      ends !== null &&
      between.some((ref) => ref.startsWith(`p${at}.`)) &&
      between.some((ref) => ref === "supply" || /^p(\d+)\./.test(ref)) &&
      between.every((ref) => ref !== "inlet" && ref !== "outlet"),
  );
  if (own?.ends == null) return null;
  return own.between[0].startsWith(`p${at}.`) ? own.ends[1] : own.ends[0];
}

const isValve = ({ kind, shutsOff }: PlanPart) => shutsOff === true || kind === "stop" || kind === "valve";

/** What the next line is screwed to: the last end before the line that this visit put there, else what was there before. */
function supplyAsLeft({ plan, survey }: ConnectionState): ConnectionAsLeft["supply"] {
  const asFound = { end: survey.supply.end, kind: survey.supply.kind };
  if (plan === null || survey.replaces === "take-out") return asFound;
  const { parts } = plan.plan;
  const at = mainLine(parts);
  const end = at < 0 ? null : wallEnd(plan.plan, at);
  if (end === null) return asFound;
  const hasValve = parts.some((part, index) => index < at && part.branch === "main" && isValve(part));
  return { end, kind: hasValve ? "stop-outlet" : asFound.kind };
}

function devicesOf({ plan, survey }: ConnectionState): readonly PresentDevice[] {
  const fitted = (plan?.plan.parts ?? []).map(({ kind }): string => kind);
  const before = survey.present ?? [];
  return PRESENT_DEVICES.filter((device) => before.includes(device) || fitted.includes(device));
}

function stopOf(connection: ConnectionState, signedAt: string): StopAsLeft {
  const { name, place, state } = shutOffOf(connection);
  switch (state.kind) {
    case "new":
      return { name, place, proof: "not-proved", isNew: true, provedAt: null };
    case "kept":
      return { name, place, proof: state.proof, isNew: false, provedAt: state.provedAt ?? signedAt };
    case "above":
      return { name, place, proof: connection.survey.stop.proof, isNew: false, provedAt: signedAt };
  }
}

function bill({ plan }: ConnectionState): ConnectionAsLeft["parts"] {
  return (plan?.plan.parts ?? [])
    .filter(({ quantity }) => quantity > 0)
    .map(({ sku, name, quantity }) => ({ sku, name, quantity }));
}

interface Signing {
  readonly visit: string;
  readonly signing: string;
  readonly isCorrected: boolean;
}

/**
 * Returns a signed connection as it was left.
 * Errors: RangeError when it is not signed.
 */
function connectionAsLeft(
  connection: ConnectionState,
  { visit, signing, isCorrected }: Signing,
): ConnectionAsLeft {
  const { survey, signed, checks } = connection;
  if (signed === null) throw new RangeError("only a signed connection is left");
  const looks = checks.map(({ at }) => at).toSorted();
  const followUps = checks.filter(({ stage }) => stage === "look-back");
  return {
    visit,
    connection: connection.id,
    signing,
    signedAt: signed.at,
    signedBy: signed.name,
    isCorrected,
    continues: connection.continues,
    isTakenOut: survey.replaces === "take-out",
    label: survey.label,
    room: survey.place,
    fixture: survey.fixture,
    fixtureKey: survey.fixtureId ?? connection.id,
    water: survey.water,
    supply: supplyAsLeft(connection),
    inlet: survey.inlet.end,
    line: survey.replaces === "take-out" ? null : lineOf(connection, signed.at),
    stop: stopOf(connection, signed.at),
    devices: devicesOf(connection),
    parts: bill(connection),
    checkedAt: looks.at(-1) ?? null,
    followUp: { dueAt: signed.lookBackDueAt, result: followUps.at(-1)?.result ?? null },
    photos: connection.photos.map(({ id, caption }) => ({ id, caption })),
    notes: [
      ...(survey.notes === "" ? [] : [survey.notes]),
      ...heardNote(connection),
      ...connection.notes.map(({ text }) => text),
    ],
    survey,
  };
}

/**
 * Returns every signed connection of a visit as it was left, in the order of signing. Where one was re-opened and signed
 * again, what stood before the correction is kept beside it; one that is open again still stands as it was signed last.
 * `now`: what the events have come to, where somebody has it already.
 */
export function visitAsLeft(
  visit: string,
  events: readonly VisitEvent[],
  now: VisitState = foldVisit(events),
): readonly ConnectionAsLeft[] {
  const live = liveEvents(events);
  const signings = live.flatMap((event, at) => (event.kind === "connection-signed" ? [{ event, at }] : []));
  if (signings.length === 0) return [];
  if (now.isTraining || now.binned !== null) return [];
  return signings.flatMap(({ event, at }) => {
    const { connection: id } = event;
    const reopened = live.findIndex(
      (each, index) => index > at && each.kind === "connection-reopened" && each.connection === id,
    );
    const state = reopened < 0 ? now : foldVisit(live.slice(0, reopened));
    const connection = state.connections.find((each) => each.id === id);
    const today = now.connections.find((each) => each.id === id);
    if (connection === undefined || connection.signed === null || today?.removed !== null) return [];
    const isCorrected = signings.some((other) => other.at > at && other.event.connection === id);
    return [connectionAsLeft(connection, { visit, signing: event.id, isCorrected })];
  });
}

/**
 * Returns the survey a next visit begins from: ends, lengths and devices as they were left, nothing proved, measured or
 * looked at. Needs that a device answers already are not asked again.
 */
export function surveyAsLeft({ survey, supply, devices, isTakenOut }: ConnectionAsLeft): Survey {
  const { line: _, phase, present: __, replaces: ___, supply: found, fixtureId: ____, ...same } = survey;
  const { behindValve: _____, leftOn: ______, ...lasting } = found;
  const isDevice = (need: string) => devices.some((device) => device === need);
  return {
    ...same,
    supply: { ...lasting, ...supply },
    stop: {
      kind: survey.stop.kind === "unknown" ? "unknown" : survey.stop.kind,
      proof: "not-proved",
      method: null,
    },
    staticPsi: null,
    needs: survey.needs.filter((need) => !isDevice(need)),
    present: devices,
    ...(phase === "rough-in" ? { phase: "finish" as const } : {}),
    ...(isTakenOut ? { replaces: "first-time" as const } : {}),
    houseRules: {},
    notes: "",
    confirmed: [],
  };
}
