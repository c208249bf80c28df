import type { APIRoute } from "astro";

/** A connection without a tab: its survey. */
export const GET: APIRoute = ({ params, redirect }) =>
  redirect(`/visits/${params["visit"] ?? ""}/${params["connection"] ?? ""}/survey`, 302);

export const ALL: APIRoute = () =>
  new Response("Only reading is possible here.", { status: 405, headers: { allow: "GET, HEAD" } });
