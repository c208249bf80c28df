import { type AppError, STATUS_OF_CODE } from "./app-error.ts";

/** Least status of an answer whose cause is worth a line in the log. */
const OUR_FAULT = 500;

/** Writes down what is behind a failure of ours; a person's mistake is no failure. */
export function logFailure(locals: Pick<App.Locals, "log">, problem: AppError): void {
  if (STATUS_OF_CODE[problem.code] >= OUR_FAULT)
    locals.log?.error(
      { err: problem.cause ?? problem },
      problem.code === "internal" ? "failed" : problem.code,
    );
}
