import { otherThan, rawEndpoint } from "../app/http/endpoint.ts";
import { showLogo } from "../app/shop/logo.ts";

export const GET = rawEndpoint((app) => showLogo(app));
export const ALL = otherThan("GET");
