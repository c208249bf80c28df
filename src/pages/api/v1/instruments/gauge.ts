import { gaugeStream } from "../../../../app/hold/gauge.ts";
import { otherThan, rawEndpoint } from "../../../../app/http/endpoint.ts";

export const GET = rawEndpoint(async (_, { url }) => gaugeStream(url));
export const ALL = otherThan("GET");
