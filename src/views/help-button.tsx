import { useId } from "react";
import { inShopUnits } from "../labels/display.ts";
import { HELP, type HelpTopic } from "../labels/help.ts";

/** A question mark beside a heading that opens two sentences about its term; closed by Escape or a tap elsewhere. */
export function HelpButton({ topic }: { readonly topic: HelpTopic }) {
  const id = useId();
  const { term, text } = HELP[topic];
  return (
    <>
      <button type="button" className="help-button" popoverTarget={id} aria-label={`What is: ${term}`}>
        ?
      </button>
      <div id={id} popover="auto" className="help-text">
        <p className="font-bold">{term}</p>
        <p>{inShopUnits(text)}</p>
      </div>
    </>
  );
}
