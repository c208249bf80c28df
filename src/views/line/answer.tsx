import type { LineSetup, TriedAlternative } from "../../core/line/index.ts";
import { lengthFigure, lengthText, shopUnit } from "../../labels/display.ts";
import { RATING_INK, RATING_MEANS, RATING_WORDS } from "../../labels/line.ts";
import { HelpButton } from "../../ui/help-button.tsx";
import { Notice } from "../../ui/notice.tsx";
import { ProgressBar } from "../../ui/progress-bar.tsx";
import { intervalWords } from "./good-lengths.ts";
import { bendOnTape } from "./tape.ts";
import type { Solver } from "./use-solver.ts";

interface AnswerProps {
  readonly solver: Solver;
  readonly bench: LineSetup;
  readonly chosenIn: number | null;
  /** Puts an alternative into work, with the length it is good for. */
  readonly onTry: (tried: TriedAlternative) => void;
}

/** The chosen length in large type, with what the figure does not say beside it. */
export function LengthAnswer({ solver, bench, chosenIn, onTry }: AnswerProps) {
  const chosen = solver.solved?.rated.find(({ lengthIn }) => lengthIn === chosenIn);
  if (!chosen) return null;
  const firmness = solver.whole?.fit.fits.find(({ lengthIn }) => lengthIn === chosenIn)?.sensitivity;
  const { curve } = chosen;
  return (
    <section aria-label="The chosen length" aria-live="polite">
      <p className="text-head leading-tight font-bold">
        {lengthText(chosen.lengthIn)}:{" "}
        <span className={RATING_INK[chosen.rating]}>{RATING_WORDS[chosen.rating]}</span>
      </p>
      <div className="flex items-start">
        <p>{RATING_MEANS[chosen.rating]}</p>
        <HelpButton topic="good" />
      </div>
      {curve && (
        <p className="figure text-quiet">
          tightest bend {bendOnTape(curve, bench)} {shopUnit("in")}, {lengthText(curve.worst.alongIn)} along;
          the line stands {lengthText(bench.minBendRadiusIn)}
        </p>
      )}
      {curve?.leavesPlane && (
        <p className="text-quiet">
          It bows out of the plane of its ends, to either side, as long as it may roll at its nuts.
        </p>
      )}
      {firmness?.isSensitive && (
        <Notice tone="work" className="">
          Touchy: an end an eighth of an inch off makes it {lengthFigure(firmness.radiusIn[0])} to{" "}
          {lengthText(firmness.radiusIn[1])}. Hold the line itself there before you trust it.
        </Notice>
      )}
      <Whole solver={solver} onTry={onTry} />
    </section>
  );
}

/** Good lengths and what would help, as far as they are worked out. */
function Whole({ solver: { whole, share, cancel, trouble }, onTry }: Pick<AnswerProps, "solver" | "onTry">) {
  if (trouble !== null)
    return (
      <p role="alert" className="fault mt-2">
        Not worked out: {trouble}. Reload the page to start again.
      </p>
    );
  if (share !== null)
    return (
      <p className="mt-2 flex flex-wrap items-center gap-3 text-quiet">
        <ProgressBar value={share} label="Looking for every good length" />
        looking for every good length …
        <button type="button" className="button" onClick={cancel}>
          Stop
        </button>
      </p>
    );
  if (whole === null)
    return <p className="mt-2 text-quiet">Good lengths are looked for once the bench rests.</p>;
  const { goodIntervalsIn } = whole.fit;
  return (
    <div className="mt-2">
      <p>
        <strong>Good lengths</strong>{" "}
        <span className="figure">
          {goodIntervalsIn.length === 0
            ? "none of any length"
            : goodIntervalsIn.map(intervalWords).join("; ")}
        </span>
      </p>
      {whole.fit.best === null && <Helps helps={whole.helps} onTry={onTry} />}
    </div>
  );
}

const SHOWN = 4;

function Helps({ helps, onTry }: { helps: readonly TriedAlternative[]; onTry: AnswerProps["onTry"] }) {
  if (helps.length === 0)
    return (
      <p className="mt-1">
        No stock length is good, and turning the ends does not help: move the hole, take another stop, or bend
        a rigid riser.
      </p>
    );
  return (
    <div className="mt-1">
      <p>No stock length is good as the ends are. What would help:</p>
      <ul>
        {helps.slice(0, SHOWN).map((tried) => {
          const { alternative, best } = tried;
          return (
            <li
              key={alternative.label}
              className="flex flex-wrap items-center gap-x-3 border-b border-hairline py-1"
            >
              <button type="button" className="button" onClick={() => onTry(tried)}>
                Try {alternative.label}
              </button>
              <span className="figure">
                {lengthText(best.lengthIn)} bends at {lengthText(best.curve?.minRadiusIn ?? 0)}
              </span>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
