/** Pages load everything before the first byte is sent; what goes wrong becomes a page of its own with the right status. */
import type { AstroGlobal } from "astro";
import { type ConnectionPage, readConnection } from "./connection-page.ts";
import { type Context, serverContext } from "./context.ts";
import { asProblem, Problem, STATUS_OF } from "./problem.ts";

type Page = Pick<AstroGlobal, "params" | "request" | "locals" | "rewrite" | "response" | "url">;

export async function connectionPage(
  app: Context,
  { params }: Page,
): Promise<{ app: Context; page: ConnectionPage }> {
  return { app, page: await readConnection(app, params) };
}

/** The page's data, or the answer to give instead. */
export async function answerPage<T>(
  astro: Page,
  load: (app: Context, astro: Page) => Promise<T>,
): Promise<T | Response> {
  try {
    return await load(serverContext(), astro);
  } catch (error) {
    const problem = asProblem(error);
    if (problem.code === "not-found") return astro.rewrite("/404");
    if (problem.code === "internal") astro.locals.log?.error({ err: problem.cause }, "failed");
    throw problem;
  }
}

/** A form's outcome: null when it went well, else words for the person, with the page's status set. */
export async function answerForm(
  astro: Page,
  work: (app: Context, form: FormData) => Promise<void>,
): Promise<string | null> {
  try {
    await work(serverContext(), await astro.request.formData());
    return null;
  } catch (error) {
    const problem =
      error instanceof TypeError ? new Problem("invalid", "The form could not be read.") : asProblem(error);
    if (problem.code === "internal") astro.locals.log?.error({ err: problem.cause }, "failed");
    astro.response.status = STATUS_OF[problem.code];
    return problem.message;
  }
}
