import { otherThan, rawEndpoint } from "../../../app/http/endpoint.ts";
import { fileAnswer, isForSpreadsheet } from "../../../app/http/file-response.ts";
import { currentLibrary } from "../../../app/step/step-library.ts";
import { writeSteps } from "../../../schema/step-csv.ts";

export const GET = rawEndpoint(async ({ sql, tables }, { url }) =>
  fileAnswer(writeSteps((await currentLibrary(sql, tables)).steps, isForSpreadsheet(url)), "steps.csv"),
);
export const ALL = otherThan("GET");
