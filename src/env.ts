/** The environment, read once at the border. Every fault is listed before anything starts. */
import { z } from "zod";

const environment = z.object({
  /** Connection string; bin/start and bin/test set it. */
  DATABASE_URL: z.url({ protocol: /^postgres(ql)?$/ }),
  /** File the server logs to; absent: standard output. */
  LOG_FILE: z.string().min(1).exactOptional(),
  /** File of the worker that long computation runs in; absent: the server computes in its own thread. */
  COMPUTE_WORKER: z.string().min(1).exactOptional(),
  /** File of the worker that copies of the shop are made in; absent: the server makes them in its own thread. */
  COPY_WORKER: z.string().min(1).exactOptional(),
  /** Folder on the disk the database writes to: what free room is looked for on; absent: nobody looks. */
  DATA_FOLDER: z.string().min(1).exactOptional(),
  /** Which shop the database holds; absent: whoever started the server can serve no other. */
  SHOP_IN_USE: z.enum(["demo", "own"]).exactOptional(),
  LOG_LEVEL: z.enum(["debug", "info", "warn", "error", "silent"]).default("info"),
});

export type Environment = z.output<typeof environment>;

/** Errors: Error naming each variable that is missing or wrong. */
export function readEnvironment(variables: NodeJS.ProcessEnv = process.env): Environment {
  const parsed = environment.safeParse(variables);
  if (!parsed.success) throw new Error(`The environment is not right:\n${z.prettifyError(parsed.error)}`);
  return parsed.data;
}
