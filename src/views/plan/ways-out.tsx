import { formatCents } from "../../core/units/index.ts";
import type { PlanChange, Refused } from "../../core/way-out/index.ts";
import { NEED_WORDS } from "../../labels/survey.ts";
import { wayOutWords } from "../../words/way-out.ts";
import type { PlanOptions } from "./use-trial.ts";

interface WaysOutProps {
  readonly refused: readonly Refused[];
  /** Names of the ends the ways are about. */
  readonly ends: PlanOptions["ends"];
  readonly isAsking: boolean;
  /** Writes the change into the survey as a try, and plans by it. */
  readonly onTry: (change: PlanChange) => void;
}

/** What would make a plan possible, each tried: the nearest first, with what it brings; a tap tries it in the survey. */
export function WaysOut({ refused, ends, isAsking, onTry }: WaysOutProps) {
  const ways = refused.flatMap(({ wayOut }) => wayOut ?? []);
  if (ways.length === 0) return null;
  const nameOf = (about: string) =>
    ends[about]?.name ?? NEED_WORDS.find(([need]) => need === about)?.[1] ?? about;
  return (
    <section aria-label="What would make it work" className="my-3 notice notice-work" data-ways-out="">
      <h3 className="font-bold">What would make it work</h3>
      <ol>
        {ways.map((way, at) => {
          const { title, check } = wayOutWords(way, nameOf);
          return (
            <li
              key={way.code}
              className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-hairline py-2"
              data-way-out={way.code}
            >
              <div className="min-w-56 flex-1">
                <p className={at === 0 ? "text-lead font-bold" : "font-bold"}>{title}</p>
                <p className="text-small text-quiet">{check}</p>
              </div>
              <p className="figure">
                {way.plans === 1 ? "1 plan, " : `${way.plans} plans, from `}
                {formatCents(way.fromCents)}
              </p>
              <button
                type="button"
                className={`button min-h-touch-large ${at === 0 ? "button-main" : ""}`}
                disabled={isAsking}
                onClick={() => onTry(way.change)}
                {...(at === 0 ? { "data-next-thing": "" } : {})}
              >
                Try it<span className="sr-only">: {title}</span>
              </button>
            </li>
          );
        })}
      </ol>
      <p className="text-small">
        A try is written into the survey and stays a guess there until somebody has looked.
      </p>
    </section>
  );
}
