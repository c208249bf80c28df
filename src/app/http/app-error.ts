/** Failures as answers: the one place where an error becomes an HTTP status and words. */
import type { z } from "zod";
import { ComputeRefusal } from "../../compute/compute.ts";
import { type DatabaseFault, databaseFault } from "../../db/fault.ts";
import { type FieldFault, type RequestFault, schemaFault } from "../../schema/read-request.ts";
import { UNSTORABLE_MESSAGE } from "../../schema/text.ts";

export const STATUS_OF_CODE = {
  "not-json": 400,
  "wrong-origin": 403,
  "not-found": 404,
  "wrong-method": 405,
  stale: 409,
  conflict: 409,
  "too-large": 413,
  "not-json-type": 415,
  invalid: 422,
  refused: 422,
  "too-heavy": 422,
  "too-many": 429,
  internal: 500,
  unreadable: 500,
  unavailable: 503,
  "no-room": 507,
} as const;

export type ErrorCode = keyof typeof STATUS_OF_CODE;

/** An answer other than the one asked for, with words for the person who asked. */
export class AppError extends Error {
  readonly code: ErrorCode;
  readonly fields: readonly FieldFault[];

  constructor(code: ErrorCode, message: string, fields: readonly FieldFault[] = [], options?: ErrorOptions) {
    super(message, options);
    this.name = "Problem";
    this.code = code;
    this.fields = fields;
  }
}

/** Builds the error for an address that names nothing. */
export function notFound(what: string): AppError {
  return new AppError("not-found", `There is no such ${what}.`);
}

/** Returns a fault of a request as the answer to it. */
export function errorFromFault({ code, message, fields }: RequestFault): AppError {
  return new AppError(code, message, fields);
}

/** Returns what a schema found, field by field. */
export function invalid(error: z.ZodError): AppError {
  return errorFromFault(schemaFault(error));
}

/** After this many seconds a request that met something busy or away is worth sending again. */
export const RETRY_AFTER_S = 2;

const NO_ROOM =
  "The disk is nearly full: nothing more can be written until there is room. What is saved can be read.";

const OF_DATABASE: Readonly<Record<DatabaseFault, readonly [ErrorCode, string]>> = {
  away: [
    "unavailable",
    "The database is away for a moment. Nothing you saved is lost; try again in a few seconds.",
  ],
  busy: ["unavailable", "The database is busy. Nothing was written; try again in a few seconds."],
  full: ["no-room", NO_ROOM],
  text: ["invalid", `Something in the request ${UNSTORABLE_MESSAGE}, or is a figure out of range.`],
  again: ["conflict", "Somebody else wrote the same thing at this moment: look again, then try again."],
};

const OF_COMPUTE: Readonly<Record<ComputeRefusal["reason"], string>> = {
  "queue-full": "Too much is being worked out at this moment: try again in a few seconds.",
  "too-long": "That took too long to work out at this moment: try again in a few seconds.",
  gone: "The request was taken back.",
};

/** Returns any failure as an AppError; what is not known becomes "internal". The cause is kept for the log. */
export function asAppError(error: unknown): AppError {
  if (error instanceof AppError) return error;
  if (error instanceof ComputeRefusal)
    return new AppError("unavailable", OF_COMPUTE[error.reason], [], { cause: error });
  const fault = databaseFault(error);
  if (fault !== null) {
    const [code, message] = OF_DATABASE[fault];
    return new AppError(code, message, [], { cause: error });
  }
  return new AppError(
    "internal",
    "Something went wrong on our side. Nothing you saved is lost; try again.",
    [],
    { cause: error },
  );
}

const SECURE = {
  "content-security-policy": "default-src 'none'; frame-ancestors 'none'",
  "cache-control": "no-store",
};

/** Builds a JSON response. */
export function jsonResponse(
  body: unknown,
  status = 200,
  headers: Readonly<Record<string, string>> = {},
): Response {
  return Response.json(body, { status, headers: { ...SECURE, ...headers } });
}

/** Returns an answer that is JSON already. */
export function jsonTextResponse(text: string): Response {
  return new Response(text, { headers: { ...SECURE, "content-type": "application/json" } });
}

/** Returns the headers that belong to a problem: when to come again. */
export function errorHeaders({ code }: AppError): Readonly<Record<string, string>> {
  return code === "unavailable" || code === "too-many" ? { "retry-after": String(RETRY_AFTER_S) } : {};
}

/** Builds the response to a failed request: the error's code, words and fields as JSON. */
export function errorResponse(error: AppError): Response {
  return jsonResponse(
    { error: { code: error.code, message: error.message, fields: error.fields } },
    STATUS_OF_CODE[error.code],
    errorHeaders(error),
  );
}
