/** GET /api/v1/visits/{id}. */
import { visitResponse } from "../visit.ts";
import { get } from "./definition.ts";
import { onVisit } from "./visit-paths.ts";
export const readVisitEndpoint = get({
  path: "/api/v1/visits/{id}",
  summary: "One visit with all its events",
  params: onVisit,
  response: visitResponse,
});
