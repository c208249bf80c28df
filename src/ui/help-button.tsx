import { useId } from "react";
import { inShopUnits } from "../labels/display.ts";
import { HELP, type HelpTopic } from "../labels/help.ts";

/** A question mark in a heading or a sentence that opens two sentences about a term; closed by Escape or a tap elsewhere. Needs no script of its own. */
export function HelpButton({ topic }: { readonly topic: HelpTopic }) {
  const id = useId();
  const { term, text } = HELP[topic];
  return (
    <>
      <button
        type="button"
        className="help-button no-print"
        popoverTarget={id}
        aria-label={`What is: ${term}`}
      >
        ?
      </button>
      <span id={id} popover="auto" className="help-text">
        <span className="block font-bold">{term}</span>
        <span className="block">{inShopUnits(text)}</span>
      </span>
    </>
  );
}
