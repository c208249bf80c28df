/** A worker of one view: started with the first question, ended with the view. */
import { useEffect, useState } from "react";
import type { Background } from "./background.ts";
import type { Works } from "./serve.ts";

/** Returns the view's own worker. `open` is one of those in open.ts. */
export function useBackground<W extends Works>(open: () => Background<W>): Background<W> {
  const [background] = useState(open);
  useEffect(() => background.close, [background]);
  return background;
}
