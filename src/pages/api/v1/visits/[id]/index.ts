import { idFrom, otherThan, reads } from "../../../../../app/endpoint.ts";
import { readVisit } from "../../../../../app/visits.ts";

export const GET = reads(async (app, { params }) => {
  const { id, version, phase, lookBackDueAt, events } = await readVisit(app, idFrom(params["id"], "visit"));
  return { visit: id, version, phase, lookBackDueAt, events };
});
export const ALL = otherThan("GET");
