import type { ConnectionState } from "../../core/visit/index.ts";
import { rateText } from "../../core/watch/index.ts";
import { timeText } from "../../labels/site-time.ts";

interface KeptHoldsProps {
  readonly holds: ConnectionState["holds"];
  readonly zone: string;
  readonly visitId: string;
}

/** Holds on the record so far, each with its readings as a file. */
export function KeptHolds({ holds, zone, visitId }: KeptHoldsProps) {
  if (holds.length === 0) return null;
  return (
    <section aria-label="Holds on the record" className="mt-5 border-t-2 border-rule pt-2">
      <h2 className="text-lead">On the record</h2>
      <ul>
        {holds.map((hold) => (
          <li key={hold.id} className="border-b border-hairline py-1">
            <time className="figure" dateTime={hold.at}>
              {timeText(hold.at, zone)}
            </time>{" "}
            <strong>{hold.verdict}</strong>
            {hold.verdict === "leak" && (
              <span className="figure">
                {" "}
                {rateText(hold.lowMlPerMin)} to{" "}
                {hold.highMlPerMin === null ? "any" : rateText(hold.highMlPerMin)} mL/min
              </span>
            )}
            {hold.smallestMlPerMin !== null && (
              <>
                , tells <span className="figure">{rateText(hold.smallestMlPerMin)} mL/min</span> and more
              </>
            )}
            ; {hold.test.samples.length} readings
            {hold.source === "simulated" && <span className="mark ml-2 text-work-ink">SIMULATED</span>}{" "}
            <a className="underline" href={`/api/v1/visits/${visitId}/holds/${hold.id}.csv`} download>
              CSV
            </a>
          </li>
        ))}
      </ul>
    </section>
  );
}
