import { idFrom, jsonEndpoint, otherThan } from "../../../../../app/endpoint.ts";
import { addEvents } from "../../../../../app/visits.ts";
import { addEventsRequest } from "../../../../../schema/visit.ts";

export const POST = jsonEndpoint(addEventsRequest, (app, { events, version, sentAt }, { params, request }) =>
  addEvents(app, idFrom(params["id"], "visit"), events, {
    version,
    sentAt,
    signal: request.signal,
  }),
);
export const ALL = otherThan("POST");
