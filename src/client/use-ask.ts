/** One way for a view to ask for work that takes a while, of the server or of a worker. */
import { useEffect, useMemo, useState } from "react";
import { type Asker, type Asking, IDLE, makeAsker } from "./asker.ts";

/** The state of what is asked, and how to ask. Nothing is reported once the view is gone. */
export function useAsk<A>(): Pick<Asker<A>, "ask" | "cancel"> & { readonly now: Asking<A> } {
  const [now, setNow] = useState<Asking<A>>(IDLE);
  const asker = useMemo(() => makeAsker<A>(setNow), []);
  useEffect(() => asker.close, [asker]);
  return { now, ask: asker.ask, cancel: asker.cancel };
}
