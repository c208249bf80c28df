/** The four steps of an endpoint: parse, use case, answer, and every failure through one mapper. */
import type { APIContext, APIRoute } from "astro";
import type { z } from "zod";
import { type Context, serverContext } from "./context.ts";
import { asProblem, invalid, jsonAnswer, Problem, problemAnswer } from "./problem.ts";

async function readJson(request: Request): Promise<unknown> {
  const type = request.headers.get("content-type") ?? "";
  if (!/^application\/json\s*(;|$)/i.test(type))
    throw new Problem("not-json-type", "Send the body as application/json.");
  const text = await request.text();
  try {
    return JSON.parse(text) as unknown;
  } catch (cause) {
    throw new Problem("not-json", "The body is not JSON.", [], { cause });
  }
}

function answering(work: (context: APIContext) => Promise<Response>): APIRoute {
  return async (context) => {
    try {
      return await work(context);
    } catch (error) {
      const problem = asProblem(error);
      if (problem.code === "internal") context.locals.log?.error({ err: problem.cause }, "failed");
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
    const parsed = schema.safeParse(await readJson(context.request));
    if (!parsed.success) throw invalid(parsed.error);
    return jsonAnswer(await work(serverContext(), parsed.data, context), status);
  });
}

/** Answer to every method an endpoint does not know. */
export const otherMethods: APIRoute = ({ request }) =>
  problemAnswer(new Problem("wrong-method", `${request.method} is not possible here.`));

/** A path parameter that must be a uuid; anything else names nothing. */
export function idFrom(value: string | undefined, what: string): string {
  if (value === undefined || !/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(value))
    throw new Problem("not-found", `There is no such ${what}.`);
  return value.toLowerCase();
}
