import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { hammerOfBranch } from "../../../../app/water/hammer.ts";
import { hammerEndpoint } from "../../../../schema/endpoint/water-hammer.ts";

export const POST = postEndpoint(hammerEndpoint, (app, body, { request }) =>
  hammerOfBranch(app, body, request.signal),
);
export const ALL = otherThan("POST");
