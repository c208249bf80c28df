import { type AppError, STATUS_OF_CODE } from "./app-error.ts";

/** Least status of an answer whose cause is worth a line in the log. */
const OUR_FAULT = 500;

/** Writes down what is behind a failure of ours; a person's mistake is no failure. */
export function logFailure(locals: Pick<App.Locals, "log">, error: AppError): void {
  if (STATUS_OF_CODE[error.code] >= OUR_FAULT)
    locals.log?.error({ err: error.cause ?? error }, error.code === "internal" ? "failed" : error.code);
}
