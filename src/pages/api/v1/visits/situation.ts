import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { situationAnswer } from "../../../../app/schedule/situation-answer.ts";
import { situationEndpoint } from "../../../../schema/endpoint/situation.ts";

export const POST = postEndpoint(situationEndpoint, (app, body, { request }) =>
  situationAnswer(app, body, request.signal),
);
export const ALL = otherThan("POST");
