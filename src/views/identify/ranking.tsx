import type { EndCode } from "../../core/end/index.ts";
import type { Candidate, IdentifyAnswer, Profile } from "../../core/identify/index.ts";
import { Silhouette } from "../../drawing/silhouette.tsx";
import { shapeOf } from "../../drawing/thread-shape.ts";
import { inShopUnits } from "../../labels/display.ts";

interface RankingProps {
  readonly answer: IdentifyAnswer;
  readonly profiles: ReadonlyMap<EndCode, Profile>;
  readonly pxPerIn: number;
  readonly compared: readonly EndCode[];
  readonly onCompare: (code: EndCode) => void;
  readonly onPick: ((code: EndCode, name: string) => void) | null;
}

const DRAWN = 3;

export function percent(probability: number): string {
  if (probability > 0.995) return "over 99 %";
  if (probability < 0.005) return "under 1 %";
  return `${Math.round(probability * 100)} %`;
}

function Bar({ probability }: { readonly probability: number }) {
  return (
    <svg className="block h-2 w-full" viewBox="0 0 100 2" preserveAspectRatio="none" aria-hidden="true">
      <rect width={100} height={2} className="fill-hairline" />
      <rect width={Math.max(0.5, probability * 100)} height={2} className="fill-work" />
    </svg>
  );
}

interface RowProps extends Omit<RankingProps, "answer"> {
  readonly candidate: Candidate;
  readonly rank: number;
}

function Row({ candidate, rank, profiles, pxPerIn, compared, onCompare, onPick }: RowProps) {
  const { end, name, thread, probability, why, twins } = candidate;
  const profile = end === null ? undefined : profiles.get(end);
  return (
    <li className="border-t border-hairline py-2" data-candidate={end ?? "none"}>
      <div className="flex items-start gap-3">
        <div className="min-w-0 flex-1">
          <p className="flex flex-wrap items-baseline justify-between gap-x-3">
            <strong className={rank === 0 ? "text-lead" : ""}>{name}</strong>
            <span className="figure">{percent(probability)}</span>
          </p>
          <p className="text-quiet">
            {thread !== null && <span className="figure">{thread} · </span>}
            {end !== null && <span className="figure">{end}</span>}
          </p>
          <Bar probability={probability} />
        </div>
        {profile && rank < DRAWN && (
          <Silhouette shape={shapeOf(profile)} pxPerIn={pxPerIn} label={`Outline of ${name}`} />
        )}
      </div>
      <ul className="mt-1 list-disc pl-5 text-small text-quiet">
        {why.map((reason) => (
          <li key={reason}>{inShopUnits(reason)}</li>
        ))}
        {twins.length > 0 && (
          <li>
            no measurement tells it from <span className="figure">{twins.join(", ")}</span>
          </li>
        )}
      </ul>
      {end !== null && (
        <div className="mt-1 flex flex-wrap gap-2">
          {onPick !== null && (
            <button
              type="button"
              className={rank === 0 ? "button button-main" : "button"}
              onClick={() => onPick(end, name)}
            >
              Use this end
            </button>
          )}
          <button
            type="button"
            className="button"
            aria-pressed={compared.includes(end)}
            onClick={() => onCompare(end)}
          >
            {compared.includes(end) ? "Compared ✓" : "Compare"}
          </button>
        </div>
      )}
    </li>
  );
}

/** Every candidate with its probability and its reasons, the likeliest drawn at true size. */
export function Ranking({ answer, ...rest }: RankingProps) {
  return (
    <ol>
      {answer.candidates.map((candidate, rank) => (
        <Row key={candidate.end ?? "none"} candidate={candidate} rank={rank} {...rest} />
      ))}
    </ol>
  );
}
