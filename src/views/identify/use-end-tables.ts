import { useCallback, useEffect } from "react";
import { call } from "../../client/call.ts";
import { useAsk } from "../../client/use-ask.ts";
import { type Identifier, type Instrument, openIdentifier } from "../../core/identify/index.ts";

interface LoadedTables {
  readonly identifier: Identifier;
  readonly instruments: readonly Instrument[];
}

export type EndTables =
  | { readonly state: "loading" }
  | { readonly state: "failed"; readonly retry: () => void }
  | (LoadedTables & { readonly state: "ready" });

async function load(signal: AbortSignal): Promise<LoadedTables> {
  const { instruments, ...knowledge } = await call("GET /api/v1/ends", { signal });
  return { identifier: openIdentifier(knowledge), instruments };
}

/** The tables of ends, fetched once the identifier is opened. */
export function useEndTables(): EndTables {
  const { now, ask } = useAsk<LoadedTables>();
  const retry = useCallback(() => ask(load), [ask]);
  useEffect(() => ask(load), [ask]);
  if (now.state === "answered") return { state: "ready", ...now.answer };
  return now.state === "failed" ? { state: "failed", retry } : { state: "loading" };
}
