import { useSyncExternalStore } from "react";

const QUERY = "(max-width: 767px)";

function listen(changed: () => void): () => void {
  const query = window.matchMedia(QUERY);
  query.addEventListener("change", changed);
  return () => query.removeEventListener("change", changed);
}

/** True on a screen as narrow as a phone's. */
export function useNarrow(): boolean {
  return useSyncExternalStore(
    listen,
    () => window.matchMedia(QUERY).matches,
    () => false,
  );
}
