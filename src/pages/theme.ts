import type { APIRoute } from "astro";
import { ownPath, YEAR_S } from "../app/http/own-path.ts";

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
