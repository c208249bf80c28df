import { useState } from "react";
import { useAsk } from "../../client/use-ask.ts";
import type { planHold } from "../../core/hold/index.ts";
import { rateText } from "../../core/watch/index.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { TextField } from "../../ui/field.tsx";
import type { Background } from "../../workers/background.ts";
import type { HoldWorks } from "../../workers/hold.worker.ts";
import { figureFrom, type HoldForm, testFrom } from "./hold-form.ts";

/** How long a hold of this section must last with this gauge to tell a wanted leak. */
export function PlanPanel({
  form,
  analyst,
}: {
  readonly form: HoldForm;
  readonly analyst: Background<HoldWorks>;
}) {
  const [wanted, setWanted] = useState("0.01");
  const [isWrong, setIsWrong] = useState(false);
  const { now, ask } = useAsk<ReturnType<typeof planHold>>();
  const rate = figureFrom(wanted, 0.0001, 1000);
  const plan = now.state === "answered" ? now.answer : null;
  const askLength = () => {
    const read = testFrom(form);
    if (rate === null || "faults" in read) return setIsWrong(true);
    setIsWrong(false);
    const { section, startPsi, stopChecked, gauge, ambientF } = read.test;
    const asked = { section, startPsi, stopChecked, gauge, isAmbientKnown: ambientF !== null };
    ask((signal) => analyst.ask("plan", { plan: asked, wantedMlPerMin: rate }, { signal }));
  };
  return (
    <Disclosure summary="Plan the test: how long must it last?" className="border-t border-hairline py-1">
      <div className="flex flex-wrap items-end gap-3">
        <TextField
          label="Wanted: tells a leak of, mL/min"
          inputMode="decimal"
          value={wanted}
          onChange={setWanted}
          isFigure
          width="w-32"
          {...(rate === null ? { fault: "a number above 0" } : {})}
        />
        <button type="button" className="button" disabled={now.state === "asking"} onClick={askLength}>
          {now.state === "asking" ? "Simulating…" : "How long?"}
        </button>
      </div>
      {isWrong && <p className="fault mt-1">Put the section's figures and the wanted leak right first.</p>}
      {now.state === "failed" && (
        <p role="alert" className="fault mt-1">
          The length could not be worked out: try again.
        </p>
      )}
      {plan && (
        <div role="status" className="mt-2">
          <p className="font-bold">
            {plan.minutes === null
              ? "No hold of up to four hours tells it with this gauge and section: draw off, bleed the air, or take a finer gauge."
              : `Hold it ${plan.minutes} min.`}
          </p>
          <ul className="figure text-small text-quiet">
            {plan.lengths.map(({ minutes, smallestMlPerMin }) => (
              <li key={minutes}>
                {minutes} min: {rateText(smallestMlPerMin)} mL/min and more
              </li>
            ))}
          </ul>
        </div>
      )}
    </Disclosure>
  );
}
