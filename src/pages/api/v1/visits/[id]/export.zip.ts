import { idFrom, otherThan, rawEndpoint } from "../../../../../app/http/endpoint.ts";
import { bytesAnswer } from "../../../../../app/http/file-response.ts";
import { exportVisitArchive } from "../../../../../app/visit/visit-archive.ts";

export const GET = rawEndpoint(async (app, { params }) => {
  const id = idFrom(params["id"], "visit");
  return bytesAnswer(await exportVisitArchive(app, id), "application/zip", `visit-${id}.zip`);
});
export const ALL = otherThan("GET");
