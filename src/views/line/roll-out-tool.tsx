import { useEffect, useState } from "react";
import { errorText } from "../../client/asker.ts";
import { useAsk } from "../../client/use-ask.ts";
import {
  type Coil,
  type LineSetup,
  type RolledLength,
  rollOutChoice,
  type SlackMargins,
} from "../../core/line/index.ts";
import { lengthText } from "../../labels/display.ts";
import { RATING_INK, RATING_WORDS } from "../../labels/line.ts";
import { DataTable } from "../../ui/data-table.tsx";
import type { RollOutTask } from "../../workers/line.worker.ts";
import { openLineSolver } from "../../workers/open.ts";
import { useBackground } from "../../workers/use-background.ts";
import { OffsetField } from "../offset-field.tsx";

interface RollOutToolProps {
  readonly bench: LineSetup;
  readonly lengthsIn: readonly number[];
  readonly margins: SlackMargins;
}

const FAULT_WORDS: Readonly<Record<NonNullable<Coil["fault"]>, string>> = {
  "loops-too-tight": "its loops would be too tight",
  "loops-too-wide": "its loops are wider than the space",
  "too-shallow": "too little depth for strands that cross",
};

function coilWords({ loops, radiusIn, fault }: Coil): string {
  if (fault !== null) return FAULT_WORDS[fault];
  if (loops === 0) return "one lazy bow";
  return `${loops === 1 ? "one loop" : "two loops"} of ${lengthText(2 * radiusIn)} across`;
}

/** A length that must be good twice: coiled behind the parked appliance, and with it pulled out. */
export function RollOutTool({ bench, lengthsIn, margins }: RollOutToolProps) {
  const [serviceIn, setService] = useState(54);
  const [behind, setBehind] = useState({ widthIn: 30, heightIn: 60, depthIn: 3 });
  const [lineOutsideIn, setOutside] = useState(0.5);
  const [rolled, setRolled] = useState<readonly RolledLength[] | null>(null);
  const asked: RollOutTask = {
    job: { parked: bench, way: [0, 0, 1], serviceIn, behind, lineOutsideIn },
    lengthsIn,
    margins,
  };
  const key = JSON.stringify(asked);

  const { ask: askSolver } = useBackground(openLineSolver);
  const { now, ask } = useAsk<void>();
  useEffect(() => {
    // The answer before stays on screen while the next is worked out.
    ask(async (signal) => setRolled(await askSolver("rollOut", JSON.parse(key) as RollOutTask, { signal })));
  }, [key, ask, askSolver]);

  const choice = rolled === null ? null : rollOutChoice(rolled);
  const put = (change: Partial<typeof behind>) => setBehind((now) => ({ ...now, ...change }));
  return (
    <section aria-label="Roll-out" className="mt-4">
      <p className="text-quiet">
        The bench above is the appliance parked. Pulled out, its inlet comes straight out of the wall; the
        slack lies behind it in one or two large loops, tied loosely, never folded, and not against the
        compressor.
      </p>
      <div className="mt-3 grid gap-x-6 gap-y-2 lg:grid-cols-5">
        <OffsetField
          label="Pulled out by"
          value={serviceIn}
          onChange={(value) => value !== null && setService(value)}
        />
        <OffsetField
          label="Width behind it"
          value={behind.widthIn}
          onChange={(value) => value !== null && put({ widthIn: value })}
        />
        <OffsetField
          label="Height behind it"
          value={behind.heightIn}
          onChange={(value) => value !== null && put({ heightIn: value })}
        />
        <OffsetField
          label="Depth behind it"
          value={behind.depthIn}
          onChange={(value) => value !== null && put({ depthIn: value })}
        />
        <OffsetField
          label="Outside of the line"
          value={lineOutsideIn}
          onChange={(value) => value !== null && setOutside(value)}
        />
      </div>
      {now.state === "failed" && (
        <p role="alert" className="fault mt-2">
          Not worked out: {errorText(now.error)}
        </p>
      )}
      {rolled && (
        <>
          <p className="mt-3 text-large font-bold">
            {choice ? (
              <>
                Take <span className="figure">{lengthText(choice.lengthIn)}</span>: lay{" "}
                {coilWords(choice.coil)}
              </>
            ) : (
              <span className="text-wet-ink">No stock length is good both parked and pulled out</span>
            )}
          </p>
          <DataTable
            className="mt-2"
            columns={["Length", "Pulled out", "Parked"].map((label) => ({ label }))}
          >
            {rolled.map(({ lengthIn, out, coil, isGood }) => (
              <tr key={lengthIn} className={isGood ? "" : "text-quiet"}>
                <th scope="row" className="figure">
                  {lengthText(lengthIn)}
                </th>
                <td className={RATING_INK[out]}>{RATING_WORDS[out]}</td>
                <td className={coil.fault ? "text-wet-ink" : ""}>{coilWords(coil)}</td>
              </tr>
            ))}
          </DataTable>
        </>
      )}
    </section>
  );
}
