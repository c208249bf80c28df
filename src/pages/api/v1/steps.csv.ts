import { otherThan, rawEndpoint } from "../../../app/endpoint.ts";
import { fileAnswer, isForSpreadsheet } from "../../../app/file-answer.ts";
import { currentLibrary } from "../../../app/step-library.ts";
import { writeSteps } from "../../../schema/steps-csv.ts";

export const GET = rawEndpoint(async ({ sql, tables }, { url }) =>
  fileAnswer(writeSteps((await currentLibrary(sql, tables)).steps, isForSpreadsheet(url)), "steps.csv"),
);
export const ALL = otherThan("GET");
