import type { Match } from "../../core/joint/index.ts";
import { formatTurn, formatTurns } from "../../core/units/index.ts";
import { FIT_VERDICT_LABELS } from "../../labels/compatibility.ts";
import { inShopUnits, quantityText } from "../../labels/display.ts";
import type { GridEnd, Letter } from "./grid-model.ts";
import { LetterMark } from "./letter-mark.tsx";
import { useMatch } from "./use-match.ts";

interface JointCardProps {
  readonly a: GridEnd;
  readonly b: GridEnd;
  readonly letter: Letter;
}

function Fact({ what, children }: { readonly what: string; readonly children: React.ReactNode }) {
  return (
    <div className="grid grid-cols-term gap-x-3 border-t border-hairline py-1">
      <dt className="text-quiet">{what}</dt>
      <dd>{children}</dd>
    </div>
  );
}

function bindText({ turnsBeforeBind, turnsRange: [tight, loose] }: Match): string {
  const from = tight === null ? "none on tight parts" : tight.toFixed(1);
  const to = loose === null ? "no bind on loose parts" : loose.toFixed(1);
  return turnsBeforeBind === null
    ? "no bind within the thread"
    : `${turnsBeforeBind.toFixed(1)} turns (${from} to ${to}), give or take half a turn`;
}

function PairVerdict({ match }: { readonly match: Match }) {
  const { joint } = match;
  if (joint !== null)
    return (
      <dl>
        <Fact what="joint">{joint.label}</Fact>
        <Fact what="seals on">{joint.sealsOn}</Fact>
        <Fact what="sealant">{joint.sealant === "none" ? "none, ever" : joint.sealant}</Fact>
        <Fact what="past hand-tight">
          <span className="figure">{formatTurns(joint.turns)}</span>
          {joint.hardMaxTurns !== null && (
            <>
              , never past <span className="figure">{formatTurn(joint.hardMaxTurns)}</span>
            </>
          )}
        </Fact>
        <Fact what="wrench">
          {joint.wrenches.length > 0 ? joint.wrenches.join(" or ") : "none"}
          {joint.backUp && ", and a back-up wrench on what must not turn"}
          {joint.backUpWrenches.length > 0 && ` (about ${joint.backUpWrenches.join(" or ")})`}
        </Fact>
        <Fact what="goes on">{joint.pieces.join(" › ")}</Fact>
        <Fact what="look first">{joint.lookFirst.join("; ")}</Fact>
        <Fact what="because">{joint.reason}</Fact>
        {joint.note !== null && <Fact what="note">{inShopUnits(joint.note)}</Fact>}
        {joint.variants.map(({ label, turns }) => (
          <Fact key={label} what="but">
            {label}: <span className="figure">{formatTurns(turns)}</span>
          </Fact>
        ))}
      </dl>
    );
  return (
    <dl>
      <Fact what="you feel">{match.symptom}</Fact>
      {match.code.startsWith("binds") && (
        <Fact what="before it binds">
          <span className="figure">{bindText(match)}</span>
        </Fact>
      )}
      {match.wobbleIn !== null && (
        <Fact what="wobble">
          <span className="figure">{quantityText(match.wobbleIn, "in", 3)}</span> at its mouth
        </Fact>
      )}
      <Fact what="if forced">
        <span className={match.forcingDoesDamage ? "font-bold text-wet-ink" : ""}>{match.forcing}</span>
      </Fact>
      {match.advice !== null && <Fact what="so">{match.advice}</Fact>}
    </dl>
  );
}

/** Everything about two ends brought together. */
export function JointPanel({ a, b, letter }: JointCardProps) {
  const matched = useMatch(a.code, b.code);
  return (
    <section aria-labelledby="card-title" aria-busy={matched.state === "asking"}>
      <h2
        id="card-title"
        className="flex items-center gap-3 text-large"
        data-card={matched.state === "answered" ? `${a.code} ${b.code}` : ""}
      >
        <LetterMark letter={letter} size={30} />
        {matched.state === "answered" ? FIT_VERDICT_LABELS[matched.answer.verdict] : "…"}
      </h2>
      <p className="mb-2">
        {a.name} with {b.name}
      </p>
      {matched.state === "failed" && (
        <p role="alert" className="fault">
          The server does not answer. Choose the pair again when it does.
        </p>
      )}
      {matched.state === "answered" && <PairVerdict match={matched.answer} />}
    </section>
  );
}
