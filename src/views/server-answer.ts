/** What the server says when it does not do what was asked. */

/** Statuses of a request that is worth sending again as it stands: they say nothing about what was sent. */
export const COME_AGAIN: ReadonlySet<number> = new Set([401, 403, 408, 421, 425, 429]);

/** The code and words of an answer's error; null where the answer has none. */
export function errorIn(body: unknown): {
  readonly code: string | null;
  readonly message: string | null;
  /** The whole error as the server told it. */
  readonly error: object | null;
} {
  const none = { code: null, message: null, error: null };
  if (typeof body !== "object" || body === null || !("error" in body)) return none;
  const { error } = body;
  if (typeof error !== "object" || error === null) return none;
  return {
    code: "code" in error && typeof error.code === "string" ? error.code : null,
    message: "message" in error && typeof error.message === "string" ? error.message : null,
    error,
  };
}
