/** The four steps of an endpoint: parse, use case, answer, and every failure through one mapper. */
import { setImmediate as turnOfLoop } from "node:timers/promises";
import type { APIContext, APIRoute } from "astro";
import type { z } from "zod";
import { withoutOptionalNulls } from "../schema/optional-nulls.ts";
import { UNSTORABLE_MESSAGE, unstorablePath } from "../schema/text.ts";
import { type Context, serverContext } from "./context.ts";
import { logFailure } from "./log-failure.ts";
import { asProblem, invalid, jsonAnswer, Problem, problemAnswer } from "./problem.ts";

/** The body as text. Errors: Problem not-json-type. */
export async function readJsonText(request: Request): Promise<string> {
  const type = request.headers.get("content-type") ?? "";
  if (!/^application\/json\s*(;|$)/i.test(type))
    throw new Problem("not-json-type", "Send the body as application/json.");
  return request.text();
}

/** A body longer than this is read in several turns of the event loop, characters: nobody else waits long for it. */
const LARGE = 100_000;

function jsonFrom(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch (cause) {
    throw new Problem("not-json", "The body is not JSON.", [], { cause });
  }
}

/** Errors: Problem invalid, naming the field, when a text in it cannot be kept. */
export function checkStorable(value: unknown): void {
  const path = unstorablePath(value);
  if (path !== null)
    throw new Problem("invalid", `${path === "" ? "body" : path}: ${UNSTORABLE_MESSAGE}.`, [
      { path, message: UNSTORABLE_MESSAGE },
    ]);
}

function answering(work: (context: APIContext) => Promise<Response>): APIRoute {
  return async (context) => {
    try {
      return await work(context);
    } catch (error) {
      const problem = asProblem(error);
      logFailure(context.locals, problem);
      return problemAnswer(problem);
    }
  };
}

/** An endpoint that makes its whole answer itself: a stream or a file. */
export function answers(work: (app: Context, context: APIContext) => Promise<Response>): APIRoute {
  return answering(async (context) => work(serverContext(), context));
}

/** An endpoint that only reads. */
export function reads(work: (app: Context, context: APIContext) => Promise<unknown>): APIRoute {
  return answering(async (context) => jsonAnswer(await work(serverContext(), context)));
}

/** An endpoint with a JSON body, parsed by its schema before the use case sees it. */
export function takes<S extends z.ZodType>(
  schema: S,
  work: (app: Context, body: z.output<S>, context: APIContext) => Promise<unknown>,
  status = 200,
): APIRoute {
  return answering(async (context) => {
    const text = await readJsonText(context.request);
    const isLarge = text.length > LARGE;
    const body = jsonFrom(text);
    if (isLarge) await turnOfLoop();
    checkStorable(body);
    if (isLarge) await turnOfLoop();
    const whole = withoutOptionalNulls(schema, body);
    if (isLarge) await turnOfLoop();
    const parsed = schema.safeParse(whole);
    if (!parsed.success) throw invalid(parsed.error);
    if (isLarge) await turnOfLoop();
    return jsonAnswer(await work(serverContext(), parsed.data, context), status);
  });
}

/** Answer to every method an endpoint does not know; `allowed` are those it knows. */
export function otherThan(...allowed: readonly ("GET" | "POST" | "PUT")[]): APIRoute {
  const allow = allowed.flatMap((method) => (method === "GET" ? ["GET", "HEAD"] : [method])).join(", ");
  return ({ request }) => {
    const answer = problemAnswer(
      new Problem("wrong-method", `${request.method} is not possible here; possible: ${allow}.`),
    );
    answer.headers.set("allow", allow);
    return answer;
  };
}

/** A path parameter that must be a uuid; anything else names nothing. */
export function idFrom(value: string | undefined, what: string): string {
  if (value === undefined || !/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(value))
    throw new Problem("not-found", `There is no such ${what}.`);
  return value.toLowerCase();
}
