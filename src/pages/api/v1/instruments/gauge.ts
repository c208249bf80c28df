import { answers, otherThan } from "../../../../app/endpoint.ts";
import { gaugeStream } from "../../../../app/gauge.ts";

export const GET = answers(async (_, { url }) => gaugeStream(url));
export const ALL = otherThan("GET");
