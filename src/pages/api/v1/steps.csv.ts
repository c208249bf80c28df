import { answers, otherMethods } from "../../../app/endpoint.ts";
import { fileAnswer } from "../../../app/file-answer.ts";
import { currentLibrary } from "../../../app/step-library.ts";
import { writeSteps } from "../../../schema/steps-csv.ts";

export const GET = answers(async ({ sql, tables }) =>
  fileAnswer(writeSteps((await currentLibrary(sql, tables)).steps), "steps.csv"),
);
export const ALL = otherMethods;
