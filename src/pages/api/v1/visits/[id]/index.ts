import { getEndpoint, idFrom, otherThan } from "../../../../../app/endpoint.ts";
import { readVisit } from "../../../../../app/visits.ts";

export const GET = getEndpoint(async (app, { params }) => {
  const { id, version, phase, lookBackDueAt, events } = await readVisit(app, idFrom(params["id"], "visit"));
  return { visit: id, version, phase, lookBackDueAt, events };
});
export const ALL = otherThan("GET");
