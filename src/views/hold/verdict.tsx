import type { HoldAnswer } from "../../core/hold/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";
import { litresPerYear, mlPerDay, rateText, reconcile } from "../../core/watch/index.ts";
import { inShopUnits, quantityText } from "../../labels/display.ts";
import { DOUBT_WORDS, SUSPECT_WORDS } from "../../labels/hold.ts";
import { HelpButton } from "../../ui/help-button.tsx";
import { leakAtJoints } from "./seen.ts";

const HEAD = {
  tight: { words: "Tight, as far as this test can tell", tone: "text-dry-ink border-dry" },
  leak: { words: "Leak", tone: "text-wet-ink border-wet" },
  inconclusive: { words: "Inconclusive", tone: "text-work-ink border-work" },
} as const;

/** A rate with what it comes to. */
export function RateWords({ rate }: { readonly rate: number }) {
  return (
    <>
      <strong className="figure">{rateText(rate)} mL/min</strong>{" "}
      <span className="text-quiet">
        (<span className="figure">{rateText(mlPerDay(rate))} mL</span> a day,{" "}
        <span className="figure">{rateText(litresPerYear(rate))} L</span> a year)
      </span>
    </>
  );
}

/** What the readings say, and beside it what they could not have said. */
export function VerdictPanel({
  answer,
  connection,
}: {
  readonly answer: HoldAnswer;
  readonly connection: ConnectionState;
}) {
  const { verdict, leakMlPerMin, minimumDetectableMlPerMin, suspected, doubts, advice } = answer;
  const { words, tone } = HEAD[verdict];
  const { line } = reconcile(leakAtJoints(connection), leakMlPerMin);
  return (
    <div role="status" data-verdict={verdict} className={`border-l-8 pl-4 ${tone}`}>
      <p className="text-display leading-tight font-bold">
        {words} <HelpButton topic="tight" />
      </p>
      <div className="text-ink">
        {verdict === "leak" && (
          <p>
            <RateWords rate={leakMlPerMin.best} /> at {quantityText(60, "psi")}; 19 times in 20{" "}
            {leakMlPerMin.high === null ? "at least " : "between "}
            <span className="figure">{rateText(leakMlPerMin.low)}</span>
            {leakMlPerMin.high !== null && (
              <>
                {" "}
                and <span className="figure">{rateText(leakMlPerMin.high)}</span>
              </>
            )}
            .
          </p>
        )}
        {verdict !== "leak" && leakMlPerMin.high !== null && leakMlPerMin.high > 0 && (
          <p>
            A leak of up to <span className="figure">{rateText(leakMlPerMin.high)} mL/min</span> fits the
            readings too.
          </p>
        )}
        {minimumDetectableMlPerMin === null ? (
          <p>
            This test promises no smallest leak:{" "}
            {doubts.includes("stop-not-proved")
              ? "the stop is not proved, and what passes there may feed any leak"
              : "the readings are too few"}
            .
          </p>
        ) : (
          <p>
            This test tells leaks of <RateWords rate={minimumDetectableMlPerMin} /> and more, 19 times in 20.
            Estimates, not measurements.
          </p>
        )}
        {verdict === "inconclusive" && doubts.length > 0 && (
          <p>Not called tight because: {doubts.map((each) => DOUBT_WORDS[each]).join("; ")}.</p>
        )}
        {suspected.length > 0 && (
          <p>In the way: {suspected.map((each) => SUSPECT_WORDS[each]).join("; ")}.</p>
        )}
        <p className="mt-1 font-bold">{inShopUnits(advice)}</p>
        <p className="mt-1 border-t border-hairline pt-1" data-reconciled="">
          {line}
        </p>
      </div>
    </div>
  );
}
