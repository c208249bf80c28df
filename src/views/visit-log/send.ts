/** Sending what waits: whole, in order, again and again until the server has it. The server passes over what it knows. */
import type { VisitEvent } from "../../core/visit/index.ts";
import { TOLD_WITHOUT_NETWORK } from "../../words/told-without-network.ts";
import { COME_AGAIN, errorIn } from "../server-answer.ts";
import type { Refused } from "./waiting-store.ts";

/** Longest reason the server takes. */
const MOST_REASON = 500;

export type Sent =
  | { readonly outcome: "kept" }
  /** Nobody answered, or the server says that it cannot just now: the same again later. */
  | { readonly outcome: "unreachable" }
  /** The server failed over what was sent: something in it may be the reason. */
  | { readonly outcome: "failed"; readonly message: string }
  | { readonly outcome: "too-large"; readonly message: string }
  | {
      readonly outcome: "rejected";
      readonly kind: "stale" | "failed" | "refused";
      readonly message: string;
      /** Which event of those sent is the trouble; null: not said. */
      readonly at: number | null;
      /** Nothing is wrong with the act but its order: it is taken with a reason why it came before what comes first. */
      readonly isOrder?: boolean;
    };

export type Post = (visitId: string, events: readonly VisitEvent[]) => Promise<Sent>;

const GIVE_UP_MS = 15_000;
/** Most events the server takes at once, and most bytes of them: well below what it takes. */
const MOST_AT_ONCE = 200;
const MOST_BYTES = 400_000;

/** Which event of those sent an error names; null: none. */
function eventNamed(error: object | null): number | null {
  const at = /"events\.(\d+)[."]/.exec(JSON.stringify(error))?.[1];
  return at === undefined ? null : Number(at);
}

/** Whether an error asks for a reason why an act came before what comes first. */
const asksForReason = (error: object | null): boolean =>
  /"events\.\d+\.override"/.test(JSON.stringify(error));

/** A tick that was told this long ago waited for the network: it is no answer to what stands on the server by now. */
const TOLD_EARLIER_MS = 60_000;

/** Returns an act that was told earlier with the reason why it came before what comes first; null: it is none, or says why already. */
function marked(event: VisitEvent | undefined, message: string, nowMs: number): VisitEvent | null {
  if (event?.kind !== "step-done" && event?.kind !== "joint-remade") return null;
  if (event.override !== undefined || nowMs - Date.parse(event.typedAt) < TOLD_EARLIER_MS) return null;
  return { ...event, override: `${TOLD_WITHOUT_NETWORK} ${message}`.slice(0, MOST_REASON) };
}

/** Answers that say nothing about the events: wait, and send the same again. */
const LATER: ReadonlySet<number> = new Set([...COME_AGAIN, 502, 503, 504, 507]);

/** What an answer means for the events that were sent. Pure. */
export function sentFrom(status: number, body: unknown): Sent {
  if (status >= 200 && status < 300) return { outcome: "kept" };
  if (LATER.has(status)) return { outcome: "unreachable" };
  const { code, message: said, error } = errorIn(body);
  const message = said ?? `The server answered ${status}.`;
  if (status >= 500) return { outcome: "failed", message };
  if (status === 413 || code === "too-heavy") return { outcome: "too-large", message };
  const kind = status === 409 ? "stale" : status === 422 ? "refused" : "failed";
  return { outcome: "rejected", kind, message, at: eventNamed(error), isOrder: asksForReason(error) };
}

/** What this device's clock says, for the server to put typed times right; null when the clock is plainly lost. */
function clockNow(): string | null {
  const now = new Date();
  const year = now.getUTCFullYear();
  return year >= 2000 && year < 2100 ? now.toISOString() : null;
}

const CONFLICT = 409;

async function post(path: string, body: object): Promise<Response> {
  return fetch(path, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ ...body, sentAt: clockNow() }),
    signal: AbortSignal.timeout(GIVE_UP_MS),
  });
}

/** Posts events to the visit. A visit that was begun on this device is opened by its first events. */
export async function sendEvents(visitId: string, events: readonly VisitEvent[]): Promise<Sent> {
  const toVisit = () => post(`/api/v1/visits/${visitId}/events`, { events });
  try {
    const opens = events[0]?.kind === "visit-opened";
    const first = opens ? await post("/api/v1/visits", { visit: visitId, events }) : await toVisit();
    // Opened before, the answer was lost, and more has been typed since: what the server knows is passed over.
    const response = opens && first.status === CONFLICT ? await toVisit() : first;
    const body: unknown = response.ok ? null : await response.json().catch(() => null);
    return sentFrom(response.status, body);
  } catch {
    return { outcome: "unreachable" };
  }
}

/** How a visit's events are being sent: smaller batches after trouble. */
export interface Pace {
  readonly mostAtOnce: number;
  /** Rounds in a row in which the server failed. */
  readonly failures: number;
}

export const FULL_PACE: Pace = { mostAtOnce: MOST_AT_ONCE, failures: 0 };

/** After this many failures events are sent one by one; after as many more over one event it goes to the tray. */
const FAILURES = 3;

/** What became of a round: which events the server has, which it would not take, and what is to be told. */
export interface Round {
  readonly kept: readonly VisitEvent[];
  readonly refused: readonly Refused[];
  /** Worth trying again only after a while. */
  readonly isUnreachable: boolean;
  readonly trouble: { readonly kind: "stale" | "failed" | "refused"; readonly message: string } | null;
  /** How the next round is sent. */
  readonly pace: Pace;
}

const NOTHING = { kept: [], refused: [], isUnreachable: false, trouble: null } as const;

const bytesOf = (event: VisitEvent) => new TextEncoder().encode(JSON.stringify(event)).length;

/** The first events that go into one request. */
function batchOf(waiting: readonly VisitEvent[], { mostAtOnce }: Pace): readonly VisitEvent[] {
  let bytes = 0;
  const until = waiting.slice(0, mostAtOnce).findIndex((event) => {
    bytes += bytesOf(event);
    return bytes > MOST_BYTES;
  });
  // A single event larger than a batch still goes, alone.
  return waiting.slice(0, until < 0 ? mostAtOnce : Math.max(until, 1));
}

function setAside(
  event: VisitEvent,
  kind: "stale" | "failed" | "refused",
  message: string,
  pace: Pace,
): Round {
  return { ...NOTHING, refused: [{ refused: event, reason: message }], trouble: { kind, message }, pace };
}

/**
 * One round of sending. One event the server refuses does not take the others with it: those before it are sent on their
 * own, it alone is set aside and told, those after it stay for the next round. Nothing is ever dropped: an event is with
 * the server, or waits, or is set aside.
 */
export async function sendRound(
  visitId: string,
  waiting: readonly VisitEvent[],
  post: Post = sendEvents,
  pace: Pace = FULL_PACE,
  nowMs = Date.now(),
): Promise<Round> {
  const batch = batchOf(waiting, pace);
  const [first] = batch;
  if (first === undefined) return { ...NOTHING, pace };
  const isAlone = batch.length === 1;
  const oneByOne: Pace = { mostAtOnce: 1, failures: 0 };
  const sent = await post(visitId, batch);
  switch (sent.outcome) {
    case "kept":
      return { ...NOTHING, kept: batch, pace: FULL_PACE };
    case "unreachable":
      return { ...NOTHING, isUnreachable: true, pace };
    case "too-large":
      return isAlone
        ? setAside(first, "failed", sent.message, FULL_PACE)
        : { ...NOTHING, pace: { mostAtOnce: Math.floor(batch.length / 2), failures: 0 } };
    case "failed": {
      const failures = pace.failures + 1;
      if (failures < FAILURES) return { ...NOTHING, isUnreachable: true, pace: { ...pace, failures } };
      return isAlone
        ? setAside(first, "failed", sent.message, oneByOne)
        : { ...NOTHING, isUnreachable: true, pace: oneByOne };
    }
    case "rejected": {
      const { kind, message, at } = sent;
      const bad = at === null ? undefined : batch[at];
      // What was done is kept, and marked: the order it came in is told, not undone.
      const told = sent.isOrder === true ? marked(bad, message, nowMs) : null;
      if (told !== null && at !== null)
        return sendRound(visitId, batch.with(at, told), post, { ...pace, mostAtOnce: batch.length }, nowMs);
      if (at === 0 || isAlone) return setAside(bad ?? first, kind, message, FULL_PACE);
      if (bad === undefined || at === null) return { ...NOTHING, pace: oneByOne };
      // What stands before it is good: it goes first, and the next round meets the bad one at the head.
      const before = batch.slice(0, at);
      const again = await post(visitId, before);
      return again.outcome === "kept"
        ? { ...NOTHING, kept: before, pace: FULL_PACE }
        : { ...NOTHING, isUnreachable: true, pace: oneByOne };
    }
  }
}
