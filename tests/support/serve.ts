/** Runs the built server for a test, in a process of its own that may be killed. */
import { serve } from "../../src/server.ts";

const [dist = "", port = ""] = process.argv.slice(2);
// A server must not outlive the test that asked for it.
process.on("disconnect", () => process.exit());
await serve({ dist, port: Number(port) });
process.send?.("ready");
