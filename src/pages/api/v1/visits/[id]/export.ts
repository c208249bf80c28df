import type { APIRoute } from "astro";
import { getEndpoint, idFrom, otherThan } from "../../../../../app/http/endpoint.ts";
import { exportVisit } from "../../../../../app/visit/visit-file.ts";
import { exportVisitEndpoint } from "../../../../../schema/endpoint/export-visit.ts";

const answer = getEndpoint(exportVisitEndpoint, (app, { params }) =>
  exportVisit(app, idFrom(params["id"], "visit")),
);

export const GET: APIRoute = async (context) => {
  const response = await answer(context);
  if (response.ok)
    response.headers.set(
      "content-disposition",
      `attachment; filename="visit-${context.params["id"] ?? ""}.json"`,
    );
  return response;
};
export const ALL = otherThan("GET");
