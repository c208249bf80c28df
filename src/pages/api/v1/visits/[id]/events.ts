import { idFrom, otherMethods, takes } from "../../../../../app/endpoint.ts";
import { addEvents } from "../../../../../app/visits.ts";
import { addEventsRequest } from "../../../../../schema/visit.ts";

export const POST = takes(addEventsRequest, (app, { events, version }, { params }) =>
  addEvents(app, idFrom(params["id"], "visit"), events, version),
);
export const ALL = otherMethods;
