/**
 * One process of a suite: imports each test file it is told inside a suite of that file's own, so that the file's hooks run
 * with its tests. A process for each file would load the same modules again each time. The reporter (test-report.ts) says
 * when a file has ended.
 */
import { describe } from "node:test";
import { pathToFileURL } from "node:url";
import { z } from "zod";

const order = z.object({ file: z.string().nullable() });

process.on("message", (message) => {
  const { file } = order.parse(message);
  // What a test left open must not keep the process.
  if (file === null) process.exit(0);
  void describe(file, async () => {
    await import(pathToFileURL(file).href);
  });
});
// A test process must not outlive whoever asked for it.
process.on("disconnect", () => process.exit(1));
process.send?.({ kind: "ready" });
