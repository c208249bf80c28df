import { ComputeRefusal } from "../../compute/compute.ts";
import { type AppError, STATUS_OF_CODE } from "./app-error.ts";

/** Least status of an answer whose cause is worth a line in the log. */
const OUR_FAULT = 500;

/** Who asked has left the page before the answer. */
const hasLeft = (cause: unknown) => cause instanceof ComputeRefusal && cause.reason === "gone";

/** Writes down what is behind a failure of ours; a person's mistake is no failure, nor is a person who leaves. */
export function logFailure(locals: Pick<App.Locals, "log">, error: AppError): void {
  if (hasLeft(error.cause)) return;
  if (STATUS_OF_CODE[error.code] >= OUR_FAULT)
    locals.log?.error({ err: error.cause ?? error }, error.code === "internal" ? "failed" : error.code);
}
