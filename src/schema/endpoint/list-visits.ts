/** GET /api/v1/visits. */
import { visitListQuery, visitListResponse } from "../visit-list.ts";
import { get } from "./definition.ts";
export const listVisitsEndpoint = get({
  path: "/api/v1/visits",
  summary: "Visits, page by page, open ones first",
  query: visitListQuery,
  response: visitListResponse,
});
