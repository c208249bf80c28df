import type { APIRoute } from "astro";
import { Problem, problemAnswer } from "../../app/problem.ts";

export const ALL: APIRoute = ({ url }) =>
  problemAnswer(new Problem("not-found", `There is nothing at ${url.pathname}.`));
