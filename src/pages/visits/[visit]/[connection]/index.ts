import type { APIRoute } from "astro";

/** A connection without a tab: its survey. */
export const GET: APIRoute = ({ params, redirect }) =>
  redirect(`/visits/${params["visit"] ?? ""}/${params["connection"] ?? ""}/survey`, 302);
