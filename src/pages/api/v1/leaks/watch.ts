import { watchAnswer } from "../../../../app/hold/hold-answers.ts";
import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { watchEndpoint } from "../../../../schema/endpoint/judge-watch.ts";

export const POST = postEndpoint(watchEndpoint, async (_, body) => watchAnswer(body));
export const ALL = otherThan("POST");
