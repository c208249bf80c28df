import type { APIRoute } from "astro";
import { keepChoice } from "../app/http/device-choice.ts";

/** Whatever the host, an address is read against this one; only the path is used. */
const NOWHERE = "http://nowhere.invalid";

/** The path of one of our own pages, or the first page for anything else. */
function ownPath(asked: unknown): string {
  if (typeof asked !== "string" || !URL.canParse(asked, NOWHERE)) return "/";
  const { origin, pathname, search } = new URL(asked, NOWHERE);
  return origin === NOWHERE && !pathname.startsWith("//") ? pathname + search : "/";
}

/** Remembers light or dark, and goes back to the page it was asked on. */
export const POST: APIRoute = async (context) => {
  const form = await context.request.formData().catch(() => new FormData());
  const theme = form.get("theme");
  if (theme === "light" || theme === "dark") keepChoice(context, "theme", theme);
  return context.redirect(ownPath(form.get("back")), 303);
};

export const ALL: APIRoute = () =>
  new Response("Choose light or dark on a page.", { status: 405, headers: { allow: "POST" } });
