import { useEffect, useState } from "react";
import type { Match } from "../../core/joint/index.ts";

export type MatchState =
  | { readonly state: "none" }
  | { readonly state: "asking" }
  | { readonly state: "failed" }
  | { readonly state: "told"; readonly match: Match };

/** What the server says of two ends; the answer to an earlier pair is dropped. */
export function useMatch(a: string | null, b: string | null): MatchState {
  const [matched, setMatched] = useState<MatchState>({ state: "none" });
  useEffect(() => {
    if (a === null || b === null) return setMatched({ state: "none" });
    const leaving = new AbortController();
    setMatched({ state: "asking" });
    fetch("/api/v1/ends/match", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ a, b }),
      signal: leaving.signal,
    })
      .then(async (response) => {
        setMatched(
          response.ok ? { state: "told", match: (await response.json()) as Match } : { state: "failed" },
        );
      })
      .catch(() => {
        if (!leaving.signal.aborted) setMatched({ state: "failed" });
      });
    return () => leaving.abort();
  }, [a, b]);
  return matched;
}
