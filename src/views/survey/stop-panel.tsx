import { useId } from "react";
import { STOP_KINDS } from "../../core/survey/index.ts";
import { StopGlyph } from "../../drawing/stop-glyph.tsx";
import { METHOD_WORDS, PROOF_WORDS, STOP_KIND_WORDS } from "../../labels/survey.ts";
import { RadioGroup } from "../fields.tsx";
import type { PanelProps } from "./panel-props.ts";

/** Whether the stop holds, how that was proved, and what kind it is. */
export function StopPanel({ draft: { survey }, set, guess }: PanelProps) {
  const name = useId();
  const { stop } = survey;
  const words = new Map(STOP_KIND_WORDS);
  return (
    <>
      <p className="text-quiet">
        Open the fixture with the stop shut: the flow must die and stay dead. The position of the handle
        proves nothing.
      </p>
      <RadioGroup
        label="Shut, does it hold?"
        options={PROOF_WORDS}
        value={stop.proof}
        onChange={(proof) =>
          set({ stop: { ...stop, proof, method: proof === "not-proved" ? null : stop.method } })
        }
      />
      {stop.proof !== "not-proved" && (
        <RadioGroup
          label="How it was proved"
          options={METHOD_WORDS}
          value={stop.method ?? "none"}
          onChange={(method) => set({ stop: { ...stop, method: method === "none" ? null : method } })}
        />
      )}
      <fieldset className={guess("stop")}>
        <legend className="text-small text-quiet">What kind is it?</legend>
        <div className="grid grid-cols-4 gap-2">
          {STOP_KINDS.map((kind) => (
            <label key={kind} className="choice choice-picture">
              <input
                type="radio"
                name={name}
                value={kind}
                checked={kind === stop.kind}
                onChange={() => set({ stop: { ...stop, kind } })}
                className="sr-only"
              />
              <StopGlyph kind={kind} />
              <span className="text-small">{words.get(kind)}</span>
            </label>
          ))}
        </div>
      </fieldset>
    </>
  );
}
