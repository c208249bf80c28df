import { answers, otherMethods } from "../../../../app/endpoint.ts";
import { gaugeStream } from "../../../../app/gauge.ts";

export const GET = answers(async (_, { url }) => gaugeStream(url));
export const ALL = otherMethods;
