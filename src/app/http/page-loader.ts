/** Pages load everything before the first byte is sent; what goes wrong becomes a page of its own with the right status. */
import type { AstroGlobal } from "astro";
import { type Context, requestContext } from "../context.ts";
import { type ConnectionPage, readConnection } from "../visit/connection-page.ts";
import { AppError, asAppError, errorHeaders, STATUS_OF_CODE } from "./app-error.ts";
import { checkStorable } from "./endpoint.ts";
import { logFailure } from "./log-failure.ts";

type Page = Pick<AstroGlobal, "params" | "request" | "locals" | "rewrite" | "response" | "url">;

/** Loads a page of one connection, or returns the response to give instead. */
export async function loadConnectionPage(
  app: Context,
  { params }: Page,
): Promise<{ app: Context; page: ConnectionPage }> {
  return { app, page: await readConnection(app, params) };
}

/** The page in words for a problem. A request of its own, because the body of the present one may be read already. */
async function problemPage(astro: Page, error: AppError): Promise<Response> {
  astro.locals.problem = { message: error.message, status: STATUS_OF_CODE[error.code] };
  const path = error.code === "not-found" ? "/404" : "/trouble";
  const answer = await astro.rewrite(
    new Request(new URL(path, astro.url), { headers: astro.request.headers }),
  );
  for (const [name, value] of Object.entries(errorHeaders(error))) answer.headers.set(name, value);
  return answer;
}

/** Returns the page's data, or the answer to give instead. */
export async function loadPage<T>(
  astro: Page,
  load: (app: Context, astro: Page) => Promise<T>,
): Promise<T | Response> {
  try {
    return await load(requestContext(), astro);
  } catch (cause) {
    const error = asAppError(cause);
    logFailure(astro.locals, error);
    return problemPage(astro, error);
  }
}

/** Returns the form a request carries. Errors: AppError invalid when there is none, or a field holds what cannot be kept. */
export async function readForm(request: Request): Promise<FormData> {
  const form = await request.formData().catch((cause: unknown) => {
    throw new AppError("invalid", "The form could not be read.", [], { cause });
  });
  checkStorable(Object.fromEntries([...form].filter(([, value]) => typeof value === "string")));
  return form;
}

/** Returns a form's outcome: null when it went well, else words for the person, with the page's status set. */
export async function submitForm(
  astro: Page,
  work: (app: Context, form: FormData) => Promise<void>,
): Promise<string | null> {
  try {
    await work(requestContext(), await readForm(astro.request));
    return null;
  } catch (cause) {
    const error = asAppError(cause);
    logFailure(astro.locals, error);
    astro.response.status = STATUS_OF_CODE[error.code];
    return error.message;
  }
}
