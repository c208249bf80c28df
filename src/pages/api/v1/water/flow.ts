import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { flowOfBranch } from "../../../../app/water/flow.ts";
import { flowEndpoint } from "../../../../schema/endpoint/water-flow.ts";

export const POST = postEndpoint(flowEndpoint, flowOfBranch);
export const ALL = otherThan("POST");
