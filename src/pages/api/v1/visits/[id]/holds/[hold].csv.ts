import { idFrom, otherThan, rawEndpoint } from "../../../../../../app/endpoint.ts";
import { holdFile } from "../../../../../../app/hold-file.ts";

export const GET = rawEndpoint((app, { params }) =>
  holdFile(app, idFrom(params["id"], "visit"), idFrom(params["hold"], "hold")),
);
export const ALL = otherThan("GET");
