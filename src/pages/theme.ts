import type { APIRoute } from "astro";

const YEAR_S = 365 * 24 * 60 * 60;
/** Whatever the host, an address is read against this one; only the path is used. */
const NOWHERE = "http://nowhere.invalid";

/** The path of one of our own pages, or the first page for anything else. */
function ownPath(asked: unknown): string {
  if (typeof asked !== "string" || !URL.canParse(asked, NOWHERE)) return "/";
  const { origin, pathname, search } = new URL(asked, NOWHERE);
  return origin === NOWHERE && !pathname.startsWith("//") ? pathname + search : "/";
}

/** Remembers light or dark, and goes back to the page it was asked on. */
export const POST: APIRoute = async ({ request, cookies, redirect }) => {
  const form = await request.formData().catch(() => new FormData());
  const theme = form.get("theme");
  if (theme === "light" || theme === "dark")
    cookies.set("theme", theme, { path: "/", maxAge: YEAR_S, sameSite: "lax", httpOnly: true });
  return redirect(ownPath(form.get("back")), 303);
};

export const ALL: APIRoute = () =>
  new Response("Choose light or dark on a page.", { status: 405, headers: { allow: "POST" } });
