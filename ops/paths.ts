import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

/** Project root, wherever the command was called from. */
export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
/** Everything this checkout writes at run time: the cluster, passwords, logs. Not in git. VAR_FOLDER puts it elsewhere. */
export const VAR = process.env["VAR_FOLDER"] ?? join(ROOT, "var");
/** Builds of the application. BUILD_FOLDER puts them elsewhere. */
export const BUILDS = process.env["BUILD_FOLDER"] ?? join(ROOT, "var/build");
/** Builds of tests and benchmarks, apart from what bin/start serves. */
export const TEST_BUILDS = join(ROOT, "var/test-build");
/** Name of the server's own process in the server folder of a build. */
export const SERVER_PROCESS = "serve.mjs";
