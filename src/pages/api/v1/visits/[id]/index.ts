import { getEndpoint, idFrom, otherThan } from "../../../../../app/http/endpoint.ts";
import { readVisit } from "../../../../../app/visit/visit.ts";
import { readVisitEndpoint } from "../../../../../schema/endpoint/read-visit.ts";

export const GET = getEndpoint(readVisitEndpoint, async (app, { params }) => {
  const { id, version, phase, lookBackDueAt, events } = await readVisit(app, idFrom(params["id"], "visit"));
  return { visit: id, version, phase, lookBackDueAt, events };
});
export const ALL = otherThan("GET");
