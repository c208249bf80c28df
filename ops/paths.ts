import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

/** Project root, wherever the command was called from. */
export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
/** Everything this checkout writes at run time: the cluster, builds, logs. Not in git. */
export const VAR = join(ROOT, "var");
