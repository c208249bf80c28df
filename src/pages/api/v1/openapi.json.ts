import { otherThan, reads } from "../../../app/endpoint.ts";
import { describeInterface } from "../../../schema/openapi.ts";
import { VERSION } from "../../../version.ts";

export const GET = reads(async () => describeInterface(VERSION));
export const ALL = otherThan("GET");
