import { jsonEndpoint, otherThan } from "../../../../app/endpoint.ts";
import { watchAnswer } from "../../../../app/leaks.ts";
import { watchRequest } from "../../../../schema/leaks.ts";

export const POST = jsonEndpoint(watchRequest, async (_, body) => watchAnswer(body));
export const ALL = otherThan("POST");
