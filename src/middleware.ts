import { defineMiddleware } from "astro:middleware";
import { v4 as uuid } from "uuid";
import { requestContext } from "./app/context.ts";
import { AppError, asAppError, errorResponse } from "./app/http/app-error.ts";
import { crossOriginFault } from "./app/http/origin.ts";
import { shopDisplay } from "./app/shop/display.ts";

const READING = new Set(["GET", "HEAD", "OPTIONS"]);

function themeFrom(value: string | undefined): "light" | "dark" | null {
  return value === "light" || value === "dark" ? value : null;
}

/** Every request: an id, the theme, and for every write the check that it comes from our own pages. */
export const onRequest = defineMiddleware(async (context, next) => {
  context.locals.requestId = context.request.headers.get("x-request-id") ?? uuid();
  context.locals.theme = themeFrom(context.cookies.get("theme")?.value);
  const fault = READING.has(context.request.method)
    ? null
    : crossOriginFault(context.request.headers, context.url);
  const isApi = context.url.pathname.startsWith("/api/");
  if (fault !== null) {
    const refused = new AppError("wrong-origin", fault);
    return isApi
      ? errorResponse(refused)
      : new Response(refused.message, {
          status: 403,
          headers: { "content-type": "text/plain; charset=utf-8" },
        });
  }
  if (!isApi) {
    await shopDisplay(requestContext());
    return next();
  }
  try {
    return await next();
  } catch (error) {
    return errorResponse(asAppError(error));
  }
});
