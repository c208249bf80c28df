import { idFrom, otherThan, postEndpoint } from "../../../../../app/http/endpoint.ts";
import { addEvents } from "../../../../../app/visit/visit.ts";
import { addEventsEndpoint } from "../../../../../schema/endpoint/add-events.ts";

export const POST = postEndpoint(addEventsEndpoint, (app, { events, version, sentAt }, { params, request }) =>
  addEvents(app, idFrom(params["id"], "visit"), events, {
    version,
    sentAt,
    signal: request.signal,
  }),
);
export const ALL = otherThan("POST");
