import { idFrom, otherThan, postEndpoint } from "../../../../../app/http/endpoint.ts";
import { addEvents } from "../../../../../app/visit/visit.ts";
import { addEventsEndpoint } from "../../../../../schema/endpoint/add-events.ts";

export const POST = postEndpoint(
  addEventsEndpoint,
  async (app, { events, version, sentAt }, { params, request }) =>
    addEvents(app, idFrom(params["id"], "visit"), events, {
      version,
      sentAt,
      actor: await app.actor(),
      signal: request.signal,
    }),
);
export const ALL = otherThan("POST");
