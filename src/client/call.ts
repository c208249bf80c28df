/**
 * The typed client of the views: every call by its method and address, with the types of what the endpoint's definition says.
 * Types only: no schema comes to the browser, because tests hold every answer of the server against its schema.
 */
import type { Calls } from "../schema/endpoint/index.ts";
import { filledPath } from "./filled-path.ts";

type CallName = keyof Calls;
export type Asked<N extends CallName> = Calls[N]["asks"];
export type Answered<N extends CallName> = Calls[N]["answers"];

/** The server answered, but with a failure: its code, its words, and what field they are about. */
export class RefusedCall extends Error {
  readonly status: number;
  readonly code: string;
  readonly fields: readonly { readonly path: string; readonly message: string }[];

  constructor(status: number, error: { code: string; message: string; fields: RefusedCall["fields"] }) {
    super(error.message);
    this.name = "RefusedCall";
    this.status = status;
    this.code = error.code;
    this.fields = error.fields;
  }
}

interface CallOptions<N extends CallName> {
  readonly body?: Asked<N>;
  readonly params?: Readonly<Record<string, string>>;
  readonly signal?: AbortSignal;
}

const UNKNOWN = { code: "unknown", message: "The server answered something nobody understands.", fields: [] };

/** The error in a failed answer; words of our own where the body is none of ours. */
function errorOf(body: unknown): ConstructorParameters<typeof RefusedCall>[1] {
  if (typeof body !== "object" || body === null || !("error" in body)) return UNKNOWN;
  const { error } = body;
  if (typeof error !== "object" || error === null || !("code" in error) || !("message" in error))
    return UNKNOWN;
  const fields = "fields" in error && Array.isArray(error.fields) ? error.fields : [];
  return { code: String(error.code), message: String(error.message), fields };
}

/**
 * Calls the server and returns the answer.
 * Errors: RefusedCall when the server answers with a failure; TypeError when the server cannot be reached; AbortError.
 */
export async function call<N extends CallName>(
  name: N,
  { body, params, signal }: CallOptions<N> = {},
): Promise<Answered<N>> {
  const [method = "GET", address = ""] = name.split(" ");
  const response = await fetch(filledPath(address, params), {
    method,
    ...(body === undefined
      ? {}
      : { headers: { "content-type": "application/json" }, body: JSON.stringify(body) }),
    ...(signal ? { signal } : {}),
  });
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new RefusedCall(response.status, errorOf(answer));
  return answer as Answered<N>;
}
