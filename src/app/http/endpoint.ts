/** The four steps of an endpoint: parse, use case, answer, and every failure through one mapper. */
import type { APIContext, APIRoute } from "astro";
import type { z } from "zod";
import type { AnswerFor, GetEndpoint, PostEndpoint } from "../../schema/endpoint/definition.ts";
import { readRequest, requestFault } from "../../schema/read-request.ts";
import { UNSTORABLE_MESSAGE, unstorablePath } from "../../schema/text.ts";
import { type Context, requestContext } from "../context.ts";
import { AppError, asAppError, errorFromFault, errorResponse, jsonResponse } from "./app-error.ts";
import { logFailure } from "./log-failure.ts";

/** Returns the body as text. Errors: AppError not-json-type. */
export async function readJsonText(request: Request): Promise<string> {
  const type = request.headers.get("content-type") ?? "";
  if (!/^application\/json\s*(;|$)/i.test(type))
    throw new AppError("not-json-type", "Send the body as application/json.");
  return request.text();
}

/**
 * Checks that every text of a value can be stored.
 * Errors: AppError invalid, naming the field, when a text in it cannot be kept.
 */
export function checkStorable(value: unknown): void {
  const path = unstorablePath(value);
  if (path !== null) throw errorFromFault(requestFault([{ path, message: UNSTORABLE_MESSAGE }]));
}

function withErrorAnswer(work: (context: APIContext) => Promise<Response>): APIRoute {
  return async (context) => {
    try {
      return await work(context);
    } catch (cause) {
      const error = asAppError(cause);
      logFailure(context.locals, error);
      return errorResponse(error);
    }
  };
}

/** Returns an endpoint that makes its whole answer itself: a stream or a file. */
export function rawEndpoint(work: (app: Context, context: APIContext) => Promise<Response>): APIRoute {
  return withErrorAnswer(async (context) => work(requestContext(), context));
}

/** Returns an endpoint that only reads: what the use case returns is what the definition says. */
export function getEndpoint<E extends GetEndpoint>(
  _definition: E,
  work: (app: Context, context: APIContext) => Promise<AnswerFor<E>>,
): APIRoute {
  return withErrorAnswer(async (context) => jsonResponse(await work(requestContext(), context)));
}

/** Returns an endpoint with a JSON body, parsed by its definition's schema before the use case sees the body. */
export function postEndpoint<E extends PostEndpoint>(
  { request, status }: E,
  work: (app: Context, body: z.output<E["request"]>, context: APIContext) => Promise<AnswerFor<E>>,
): APIRoute {
  return withErrorAnswer(async (context) => {
    const read = readRequest<E["request"]>(request, await readJsonText(context.request));
    if (!read.ok) throw errorFromFault(read.fault);
    return jsonResponse(await work(requestContext(), read.value, context), status);
  });
}

/** Returns the answer to every method an endpoint does not know; `allowed` are those it knows. */
export function otherThan(...allowed: readonly ("GET" | "POST" | "PUT")[]): APIRoute {
  const allow = allowed.flatMap((method) => (method === "GET" ? ["GET", "HEAD"] : [method])).join(", ");
  return ({ request }) => {
    const answer = errorResponse(
      new AppError("wrong-method", `${request.method} is not possible here; possible: ${allow}.`),
    );
    answer.headers.set("allow", allow);
    return answer;
  };
}

/** Returns a path parameter that must be a uuid; anything else names nothing. */
export function idFrom(value: string | undefined, what: string): string {
  if (value === undefined || !/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(value))
    throw new AppError("not-found", `There is no such ${what}.`);
  return value.toLowerCase();
}
