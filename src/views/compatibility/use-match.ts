import { useEffect } from "react";
import type { Asking } from "../../client/asker.ts";
import { type Answered, call } from "../../client/call.ts";
import { useAsk } from "../../client/use-ask.ts";

export type Match = Answered<"POST /api/v1/ends/match">;

/** What the server says of two ends. */
export function useMatch(a: string | null, b: string | null): Asking<Match> {
  const { now, ask, cancel } = useAsk<Match>();
  useEffect(() => {
    if (a === null || b === null) cancel();
    else ask((signal) => call("POST /api/v1/ends/match", { body: { a, b }, signal }));
  }, [a, b, ask, cancel]);
  return now;
}
