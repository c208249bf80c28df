import type { VisitEvent } from "../../core/visit/index.ts";

export type Sent =
  | { readonly outcome: "kept" }
  | { readonly outcome: "unreachable" }
  | { readonly outcome: "rejected"; readonly kind: "stale" | "failed" | "refused"; readonly message: string };

const GIVE_UP_MS = 15_000;

function messageIn(body: unknown): string | null {
  if (typeof body !== "object" || body === null || !("error" in body)) return null;
  const { error } = body;
  return typeof error === "object" &&
    error !== null &&
    "message" in error &&
    typeof error.message === "string"
    ? error.message
    : null;
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
    if (response.status >= 500) return { outcome: "unreachable" };
    const body: unknown = await response.json().catch(() => null);
    const message = messageIn(body) ?? `The server answered ${response.status}.`;
    return {
      outcome: "rejected",
      kind: response.status === 409 ? "stale" : response.status === 422 ? "refused" : "failed",
      message,
    };
  } catch {
    return { outcome: "unreachable" };
  }
}
