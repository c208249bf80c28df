import type { APIRoute } from "astro";
import { keepChoice } from "../app/http/device-choice.ts";
import { DEPTH_COOKIE } from "../app/http/usual-depth.ts";
import { SHEET_DEPTHS } from "../core/short-sheet/index.ts";

/** Remembers on this device how deep sheets are shown, and goes back to Settings. */
export const POST: APIRoute = async (context) => {
  const form = await context.request.formData().catch(() => new FormData());
  const depth = SHEET_DEPTHS.find((each) => each === form.get("depth"));
  if (depth !== undefined) keepChoice(context, DEPTH_COOKIE, depth);
  return context.redirect("/settings?kept=depth#depth", 303);
};

export const ALL: APIRoute = () =>
  new Response("Choose the depth of sheets in Settings.", { status: 405, headers: { allow: "POST" } });
