import { type ComponentType, type ReactNode, useEffect, useState } from "react";

/**
 * Returns a component whose script is fetched when it is first shown, so that a page is at hand sooner. Until it is there, and on
 * the server, `meanwhile` stands in its place. Called at the top of a module, never in a component.
 */
export function deferred<P extends object>(
  load: () => Promise<ComponentType<P>>,
  meanwhile: ReactNode = (
    <p className="min-h-touch text-quiet" data-opening="">
      Opening …
    </p>
  ),
): ComponentType<P> {
  let loaded: ComponentType<P> | null = null;
  // biome-ignore lint/correctness/noComponentHookFactories: made once for each view, where the module is read.
  return function Deferred(props: P) {
    // A server renders what it can at once: a part it waited for would be moved into place by a script in the page, which the content security policy forbids.
    const [Shown, setShown] = useState<ComponentType<P> | null>(null);
    useEffect(() => {
      if (loaded !== null) {
        setShown(() => loaded);
        return;
      }
      let isGone = false;
      void load().then((component) => {
        loaded = component;
        if (!isGone) setShown(() => component);
      });
      return () => {
        isGone = true;
      };
    }, []);
    return Shown === null ? meanwhile : <Shown {...props} />;
  };
}
