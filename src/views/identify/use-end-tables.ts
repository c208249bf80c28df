import { useCallback, useEffect, useState } from "react";
import {
  type EndKnowledge,
  type Identifier,
  type Instrument,
  openIdentifier,
} from "../../core/identify/index.ts";

export type EndTables =
  | { readonly state: "loading" }
  | { readonly state: "failed"; readonly retry: () => void }
  | { readonly state: "ready"; readonly identifier: Identifier; readonly instruments: readonly Instrument[] };

type Loaded =
  | { readonly identifier: Identifier; readonly instruments: readonly Instrument[] }
  | null
  | "failed";

/** What the server of this very build answers; its schema is tested there. */
type EndTablesAnswer = EndKnowledge & { readonly instruments: readonly Instrument[] };

async function load(signal: AbortSignal): Promise<Loaded> {
  const response = await fetch("/api/v1/ends", { signal });
  if (!response.ok) return "failed";
  const { instruments, ...knowledge } = (await response.json()) as EndTablesAnswer;
  return { identifier: openIdentifier(knowledge), instruments };
}

/** The tables of ends, fetched once the identifier is opened. */
export function useEndTables(): EndTables {
  const [loaded, setLoaded] = useState<Loaded>(null);
  const [attempt, setAttempt] = useState(0);
  const retry = useCallback(() => {
    setLoaded(null);
    setAttempt((now) => now + 1);
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new attempt is what loads again
  useEffect(() => {
    const leaving = new AbortController();
    load(leaving.signal).then(setLoaded, () => {
      if (!leaving.signal.aborted) setLoaded("failed");
    });
    return () => leaving.abort();
  }, [attempt]);
  if (loaded === null) return { state: "loading" };
  return loaded === "failed" ? { state: "failed", retry } : { state: "ready", ...loaded };
}
