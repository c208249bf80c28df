import { type ComponentType, type ReactNode, useEffect, useState } from "react";

/** Stands in the place of a part that is on its way. */
export const OPENING = (
  <p className="min-h-touch text-quiet" data-opening="">
    Opening …
  </p>
);

/**
 * Returns a component whose script is fetched when it is first shown, or `soon`: right after the page's own scripts, because the
 * part must be there when the network has gone. Until it is there, and on the server, `meanwhile` stands in its place; where it
 * cannot be fetched, that is said with a way to try again. Called at the top of a module, never in a component.
 */
export function deferred<P extends object>(
  load: () => Promise<ComponentType<P>>,
  meanwhile: ReactNode = OPENING,
  fetched: "when-shown" | "soon" = "when-shown",
): ComponentType<P> {
  let loaded: ComponentType<P> | null = null;
  const fetchOnce = async () => {
    loaded ??= await load();
    return loaded;
  };
  // What fails here is tried again when the part is shown.
  if (fetched === "soon" && typeof window !== "undefined") fetchOnce().catch(() => undefined);
  // biome-ignore lint/correctness/noComponentHookFactories: made once for each view, where the module is read.
  return function Deferred(props: P) {
    // A server renders what it can at once: a part it waited for would be moved into place by a script in the page, which the content security policy forbids.
    const [Shown, setShown] = useState<ComponentType<P> | null>(null);
    const [tries, setTries] = useState(1);
    const [failedTry, setFailedTry] = useState(0);
    useEffect(() => {
      let isGone = false;
      fetchOnce().then(
        (component) => {
          if (!isGone) setShown(() => component);
        },
        () => {
          if (!isGone) setFailedTry(tries);
        },
      );
      return () => {
        isGone = true;
      };
    }, [tries]);
    if (Shown !== null) return <Shown {...props} />;
    if (failedTry < tries || meanwhile === null) return meanwhile;
    return (
      <p className="fault">
        This part could not be fetched: no connection.{" "}
        <button type="button" className="underline" onClick={() => setTries(tries + 1)}>
          Try again
        </button>
      </p>
    );
  };
}
