import { answers, idFrom, otherThan } from "../../../../../../app/endpoint.ts";
import { holdFile } from "../../../../../../app/hold-file.ts";

export const GET = answers((app, { params }) =>
  holdFile(app, idFrom(params["id"], "visit"), idFrom(params["hold"], "hold")),
);
export const ALL = otherThan("GET");
