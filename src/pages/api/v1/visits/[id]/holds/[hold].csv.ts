import { holdFile } from "../../../../../../app/hold/hold-file.ts";
import { idFrom, otherThan, rawEndpoint } from "../../../../../../app/http/endpoint.ts";

export const GET = rawEndpoint((app, { params }) =>
  holdFile(app, idFrom(params["id"], "visit"), idFrom(params["hold"], "hold")),
);
export const ALL = otherThan("GET");
