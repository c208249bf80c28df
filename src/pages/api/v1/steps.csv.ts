import { answers, otherMethods } from "../../../app/endpoint.ts";
import { currentLibrary } from "../../../app/step-library.ts";
import { writeSteps } from "../../../schema/steps-csv.ts";

export const GET = answers(async ({ sql, tables }) => {
  const { steps } = await currentLibrary(sql, tables);
  return new Response(writeSteps(steps), {
    headers: {
      "content-type": "text/csv; charset=utf-8",
      "content-disposition": 'attachment; filename="steps.csv"',
      "cache-control": "no-store",
    },
  });
});
export const ALL = otherMethods;
