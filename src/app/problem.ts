/** Failures as answers: the one place where an error becomes an HTTP status and words. */
import { z } from "zod";

export interface FieldFault {
  readonly path: string;
  readonly message: string;
}

export const STATUS_OF = {
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
  internal: 500,
} as const;

export type ProblemCode = keyof typeof STATUS_OF;

/** An answer other than the one asked for, with words for the person who asked. */
export class Problem extends Error {
  readonly code: ProblemCode;
  readonly fields: readonly FieldFault[];

  constructor(
    code: ProblemCode,
    message: string,
    fields: readonly FieldFault[] = [],
    options?: ErrorOptions,
  ) {
    super(message, options);
    this.name = "Problem";
    this.code = code;
    this.fields = fields;
  }
}

export function notFound(what: string): Problem {
  return new Problem("not-found", `There is no such ${what}.`);
}

/** What a schema found, field by field. */
export function invalid(error: z.ZodError): Problem {
  const fields = error.issues.map((issue) => ({
    path: issue.path.map(String).join("."),
    message: issue.message,
  }));
  const first = fields[0];
  const where = first && first.path !== "" ? `${first.path}: ` : "";
  return new Problem("invalid", first ? `${where}${first.message}` : "The request is not right.", fields);
}

/** Any failure as a Problem; what is not known becomes "internal", its cause kept for the log. */
export function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof z.ZodError) return invalid(error);
  return new Problem(
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

export function jsonAnswer(body: unknown, status = 200): Response {
  return Response.json(body, { status, headers: SECURE });
}

export function problemAnswer(problem: Problem): Response {
  return jsonAnswer(
    { error: { code: problem.code, message: problem.message, fields: problem.fields } },
    STATUS_OF[problem.code],
  );
}
