import type { APIRoute } from "astro";

const YEAR_S = 365 * 24 * 60 * 60;

/** Remembers light or dark, and goes back to the page it was asked on. */
export const POST: APIRoute = async ({ request, cookies, redirect }) => {
  const form = await request.formData();
  const theme = form.get("theme");
  const back = String(form.get("back") ?? "/");
  if (theme === "light" || theme === "dark")
    cookies.set("theme", theme, { path: "/", maxAge: YEAR_S, sameSite: "lax", httpOnly: true });
  return redirect(/^\/(?![/\\])/.test(back) ? back : "/", 303);
};
