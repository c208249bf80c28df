import { type ComponentProps, useEffect, useRef } from "react";
import { guessesOf, SEEN_AT_ONCE, withConfirmed } from "../../core/survey/index.ts";
import type { ScenePart } from "../../drawing/survey-scene.tsx";
import { dateText } from "../../labels/month.ts";
import { deferred } from "../../ui/deferred.tsx";
import { HelpButton } from "../../ui/help-button.tsx";
import type { PanelProps } from "./panel-props.ts";
import type { PracticeRow } from "./practice-choices.tsx";
import { answeredParts, FACTS_OF, knowledgeOf, nextPart } from "./scene-parts.ts";
import { SupplyPanel } from "./supply-panel.tsx";

const StopPanel = deferred(async () => (await import("./stop-panel.tsx")).StopPanel);
const InletPanel = deferred(async () => (await import("./inlet-panel.tsx")).InletPanel);
const LinePanel = deferred(async () => (await import("./line-panel.tsx")).LinePanel);
const WaterPanel = deferred(async () => (await import("./water-panel.tsx")).WaterPanel);
const FixturePanel = deferred(async () => (await import("./fixture-panel.tsx")).FixturePanel);

const TITLES: Readonly<Record<ScenePart, string>> = {
  supply: "What does the line begin at?",
  stop: "Does the stop hold?",
  inlet: "What does the line go on?",
  line: "What runs between, and how long?",
  water: "Which water, and how hard does it push?",
  fixture: "The fixture, and what is wanted",
};

interface PartQuestionsProps extends PanelProps {
  readonly part: ScenePart;
  readonly onPart: (part: ScenePart) => void;
  readonly asLeft: { readonly at: string; readonly href: string } | null;
  readonly benchHref: string;
  readonly fixturePanel: Pick<ComponentProps<typeof FixturePanel>, "fixtures" | "others"> & {
    readonly schools: readonly PracticeRow[];
  };
}

function Panel({ part, benchHref, fixturePanel, ...panel }: Omit<PartQuestionsProps, "onPart" | "asLeft">) {
  switch (part) {
    case "supply":
      return <SupplyPanel {...panel} />;
    case "stop":
      return <StopPanel {...panel} />;
    case "inlet":
      return <InletPanel {...panel} />;
    case "line":
      return <LinePanel {...panel} benchHref={benchHref} />;
    case "water":
      return <WaterPanel {...panel} />;
    case "fixture":
      return <FixturePanel {...panel} {...fixturePanel} />;
  }
}

/** The questions about the part that is open, how far the survey is, and the way on. */
export function PartQuestions({ onPart, asLeft, ...props }: PartQuestionsProps) {
  const { part, draft, setDraft } = props;
  const { survey } = draft;
  const guesses = guessesOf(survey);
  const seen = guesses.filter((fact) => SEEN_AT_ONCE.includes(fact));
  const { answered, all } = answeredParts(survey);
  const next = nextPart(survey, part);
  const own = FACTS_OF[part].filter((fact) => seen.includes(fact));
  const shown = useRef(part);
  const section = useRef<HTMLElement>(null);
  // On a phone the questions stand under the drawing: they come into sight when another part is opened.
  useEffect(() => {
    if (shown.current === part) return;
    shown.current = part;
    const top = section.current?.getBoundingClientRect().top ?? 0;
    if (top < 0 || top > window.innerHeight / 2) section.current?.scrollIntoView({ block: "start" });
  }, [part]);
  const confirm = (facts: typeof seen) => {
    const confirmed = withConfirmed(survey, facts);
    setDraft((now) => ({ ...now, survey: withConfirmed(now.survey, facts) }));
    if (knowledgeOf(confirmed, part) !== "seen") return;
    const after = nextPart(confirmed, part);
    if (after !== null) onPart(after);
  };
  return (
    <section
      ref={section}
      aria-label={TITLES[part]}
      className="grid content-start gap-3"
      data-part-questions={part}
    >
      <p className="text-small font-bold text-work-ink" role="status">
        {answered === all ? `All ${all} looked at` : `${answered} of ${all} looked at`}
      </p>
      {seen.length > 0 && (
        <div className="flex flex-wrap items-center gap-2 border-2 border-dashed border-work px-3 py-2">
          <p className="min-w-52 flex-1 text-small">
            {asLeft === null ? (
              "Question marks: usual for this fixture, not looked at yet."
            ) : (
              <>
                <a href={asLeft.href}>As left on {dateText(asLeft.at)}</a>: still so?
              </>
            )}
          </p>
          <button type="button" className="button button-main" onClick={() => confirm(seen)}>
            I have looked: it is as shown
          </button>
          {own.length > 0 && own.length < seen.length && (
            <button type="button" className="button" onClick={() => confirm(own)}>
              Only the {part}
            </button>
          )}
        </div>
      )}
      <div className="flex items-center gap-1">
        <h2>{TITLES[part]}</h2>
        <HelpButton key={part} topic={part} />
      </div>
      <Panel {...props} />
      {next !== null && (
        <div>
          <button type="button" className="button" onClick={() => onPart(next)}>
            Next: {next}
          </button>
        </div>
      )}
    </section>
  );
}
