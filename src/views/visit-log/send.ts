/** Sending what waits: whole, in order, again and again until the server has it. The server passes over what it knows. */
import type { VisitEvent } from "../../core/visit/index.ts";

export type Sent =
  | { readonly outcome: "kept" }
  | { readonly outcome: "unreachable" }
  | {
      readonly outcome: "rejected";
      readonly kind: "stale" | "failed" | "refused";
      readonly message: string;
      /** Which event of those sent is the trouble; null: all of them. */
      readonly at: number | null;
    };

export type Post = (visitId: string, events: readonly VisitEvent[]) => Promise<Sent>;

const GIVE_UP_MS = 15_000;
/** Most events the server takes at once. */
const MOST_AT_ONCE = 200;

function faultIn(body: unknown): { readonly message: string | null; readonly at: number | null } {
  if (typeof body !== "object" || body === null || !("error" in body)) return { message: null, at: null };
  const { error } = body;
  if (typeof error !== "object" || error === null) return { message: null, at: null };
  const message = "message" in error && typeof error.message === "string" ? error.message : null;
  const at = /"events\.(\d+)[."]/.exec(JSON.stringify(error))?.[1];
  return { message, at: at === undefined ? null : Number(at) };
}

/** Posts events to the visit. A server that cannot be reached, or fails, is tried again by the caller; a refusal is final. */
export async function sendEvents(visitId: string, events: readonly VisitEvent[]): Promise<Sent> {
  try {
    const response = await fetch(`/api/v1/visits/${visitId}/events`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ events }),
      signal: AbortSignal.timeout(GIVE_UP_MS),
    });
    if (response.ok) return { outcome: "kept" };
    if (response.status >= 500 || response.status === 429) return { outcome: "unreachable" };
    const body: unknown = await response.json().catch(() => null);
    const { message, at } = faultIn(body);
    return {
      outcome: "rejected",
      kind: response.status === 409 ? "stale" : response.status === 422 ? "refused" : "failed",
      message: message ?? `The server answered ${response.status}.`,
      at,
    };
  } catch {
    return { outcome: "unreachable" };
  }
}

/** What became of a round: which events the server has, which it will never take, and what is to be told. */
export interface Round {
  readonly kept: readonly VisitEvent[];
  readonly dropped: readonly VisitEvent[];
  readonly isUnreachable: boolean;
  readonly trouble: { readonly kind: "stale" | "failed" | "refused"; readonly message: string } | null;
}

/**
 * One round of sending. One event the server refuses does not take the others with it: those before it are sent on their
 * own, it alone is dropped and told, those after it stay for the next round.
 */
export async function sendRound(
  visitId: string,
  waiting: readonly VisitEvent[],
  post: Post = sendEvents,
): Promise<Round> {
  const batch = waiting.slice(0, MOST_AT_ONCE);
  const sent = await post(visitId, batch);
  if (sent.outcome === "kept") return { kept: batch, dropped: [], isUnreachable: false, trouble: null };
  if (sent.outcome === "unreachable") return { kept: [], dropped: [], isUnreachable: true, trouble: null };
  const { kind, message, at } = sent;
  const bad = at === null ? undefined : batch[at];
  if (bad === undefined)
    return { kept: [], dropped: batch, isUnreachable: false, trouble: { kind, message } };
  if (at === 0 || at === null)
    return { kept: [], dropped: [bad], isUnreachable: false, trouble: { kind, message } };
  // What stands before it is good: it goes first, and the next round meets the bad one at the head.
  const before = batch.slice(0, at);
  const again = await post(visitId, before);
  return again.outcome === "kept"
    ? { kept: before, dropped: [], isUnreachable: false, trouble: null }
    : { kept: [], dropped: [], isUnreachable: true, trouble: null };
}
