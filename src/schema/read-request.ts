/** A body of JSON read by its schema: the same words for the same mistake, wherever a request is read. */
import type { z } from "zod";
import { fail, type Result, succeed } from "../core/result/index.ts";
import { withoutOptionalNulls } from "./optional-nulls.ts";
import { mayContainUnstorable, UNSTORABLE_MESSAGE, unstorablePath } from "./text.ts";

export interface FieldFault {
  readonly path: string;
  readonly message: string;
}

export interface RequestFault {
  readonly code: "not-json" | "invalid";
  readonly message: string;
  readonly fields: readonly FieldFault[];
}

/** Faults told in one answer: nobody mends more at once. */
const MOST_FAULTS = 100;

/** Returns what is wrong, the first field in words. */
export function requestFault(fields: readonly FieldFault[]): RequestFault {
  const [first] = fields;
  const where = first && first.path !== "" ? `${first.path}: ` : "";
  return {
    code: "invalid",
    message: first ? `${where}${first.message}` : "The request is not right.",
    fields: fields.slice(0, MOST_FAULTS),
  };
}

/** Returns what a schema found, field by field. */
export function schemaFault(error: z.ZodError): RequestFault {
  return requestFault(
    error.issues.map(({ path, message }) => ({ path: path.map(String).join("."), message })),
  );
}

/** Reads a JSON text by a schema; nulls for optional fields are left out. */
export function readRequest<S extends z.ZodType>(schema: S, text: string): Result<z.output<S>, RequestFault> {
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    return fail({ code: "not-json", message: "The body is not JSON.", fields: [] });
  }
  const unstorable = mayContainUnstorable(text) ? unstorablePath(body) : null;
  if (unstorable !== null) return fail(requestFault([{ path: unstorable, message: UNSTORABLE_MESSAGE }]));
  const parsed = schema.safeParse(withoutOptionalNulls(schema, body));
  return parsed.success ? succeed(parsed.data) : fail(schemaFault(parsed.error));
}
