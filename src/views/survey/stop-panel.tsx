import { STOP_KINDS } from "../../core/survey/index.ts";
import { StopGlyph } from "../../drawing/stop-glyph.tsx";
import { METHOD_WORDS, PROOF_WORDS, STOP_KIND_WORDS } from "../../labels/survey.ts";
import { RadioGroup } from "../../ui/choice.tsx";
import { PictureRadio } from "../../ui/picture-radio.tsx";
import type { PanelProps } from "./panel-props.ts";

/** Whether the stop holds, how that was proved, and what kind it is. */
export function StopPanel({ draft: { survey }, set, guess }: PanelProps) {
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
      <div className={guess("stop")}>
        <PictureRadio
          label="What kind is it?"
          options={STOP_KINDS.map(
            (kind) => [kind, words.get(kind) ?? kind, <StopGlyph key={kind} kind={kind} />] as const,
          )}
          value={stop.kind}
          onChange={(kind) => set({ stop: { ...stop, kind } })}
          columns="grid-cols-4"
        />
      </div>
    </>
  );
}
