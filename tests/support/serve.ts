/** Runs the built server for a test, in a process of its own that may be killed. */
import { serve } from "../../src/server.ts";

const [dist = "", port = ""] = process.argv.slice(2);
await serve({ dist, port: Number(port) });
process.send?.("ready");
