import { wetFollowUps } from "../../../app/follow-up/wet.ts";
import { getEndpoint, otherThan } from "../../../app/http/endpoint.ts";
import { listAlertsEndpoint } from "../../../schema/endpoint/list-alerts.ts";

export const GET = getEndpoint(listAlertsEndpoint, async (app) => ({ wet: await wetFollowUps(app) }));
export const ALL = otherThan("GET");
