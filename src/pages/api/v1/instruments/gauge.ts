import { otherThan, rawEndpoint } from "../../../../app/endpoint.ts";
import { gaugeStream } from "../../../../app/gauge.ts";

export const GET = rawEndpoint(async (_, { url }) => gaugeStream(url));
export const ALL = otherThan("GET");
