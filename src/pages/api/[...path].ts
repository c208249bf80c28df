import type { APIRoute } from "astro";
import { AppError, errorResponse } from "../../app/http/app-error.ts";

export const ALL: APIRoute = ({ url }) =>
  errorResponse(new AppError("not-found", `There is nothing at ${url.pathname}.`));
