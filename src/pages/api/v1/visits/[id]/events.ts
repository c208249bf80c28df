import { idFrom, jsonEndpoint, otherThan } from "../../../../../app/http/endpoint.ts";
import { addEvents } from "../../../../../app/visit/visit.ts";
import { addEventsRequest } from "../../../../../schema/visit.ts";

export const POST = jsonEndpoint(addEventsRequest, (app, { events, version, sentAt }, { params, request }) =>
  addEvents(app, idFrom(params["id"], "visit"), events, {
    version,
    sentAt,
    signal: request.signal,
  }),
);
export const ALL = otherThan("POST");
