/** Tells each test's end to the process that counts them. Loaded by node:test as a reporter; writes no text. */

import type { TestEvent } from "node:test/reporters";
import { inspect } from "node:util";
import type { FromTestProcess } from "./run-test-files.ts";

/** What went wrong, as node:test wraps it. */
function causeOf(event: Extract<TestEvent, { type: "test:fail" }>): string {
  const { error } = event.data.details;
  return inspect(error.cause ?? error);
}

export default async function* testReport(events: AsyncIterable<TestEvent>): AsyncGenerator<string> {
  for await (const event of events) {
    if (event.type !== "test:pass" && event.type !== "test:fail") continue;
    const { name, nesting, details } = event.data;
    const message: FromTestProcess = {
      kind: "test",
      name,
      failure: event.type === "test:fail" ? causeOf(event) : null,
      isSuite: details.type === "suite",
      isFile: nesting === 0,
      ms: details.duration_ms,
    };
    if (process.connected) process.send?.(message);
  }
  yield "";
}
