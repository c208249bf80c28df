import { watchAnswer } from "../../../../app/hold/hold-answers.ts";
import { jsonEndpoint, otherThan } from "../../../../app/http/endpoint.ts";
import { watchRequest } from "../../../../schema/hold.ts";

export const POST = jsonEndpoint(watchRequest, async (_, body) => watchAnswer(body));
export const ALL = otherThan("POST");
