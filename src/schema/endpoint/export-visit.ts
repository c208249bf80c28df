/** GET /api/v1/visits/{id}/export. */
import { visitFile } from "../visit.ts";
import { get } from "./definition.ts";
import { onVisit } from "./visit-paths.ts";
export const exportVisitEndpoint = get({
  path: "/api/v1/visits/{id}/export",
  summary: "The visit as a file",
  params: onVisit,
  response: visitFile,
});
