import { Check } from "lucide-react";
import type { ShortLine, ShortTap } from "../../core/short-sheet/index.ts";
import { minutesOf, type RunStep } from "../../core/step/index.ts";
import { inShopUnits } from "../../labels/display.ts";
import { timeText } from "../../labels/site-time.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { jointInShort, minutesInWords, SHORT_LINE_WORDS } from "../../words/short-line.ts";
import type { VisitEvents } from "../visit-log/use-visit-events.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { HeldUp } from "./held-up.tsx";
import type { HeldOf, RunLine } from "./run-lines.ts";
import { RunSheetRow } from "./run-sheet-row.tsx";
import { stepsOfLine, togetherActs } from "./short-sheet.ts";

interface ShortLinesProps {
  readonly lines: readonly ShortLine<RunLine>[];
  readonly props: Pick<VisitProps, "visitId" | "zone" | "tables">;
  readonly log: Pick<VisitEvents, "events" | "act" | "undo">;
  readonly heldOf: HeldOf;
  /** When a line is planned for; null: not told. */
  readonly clockOf: (line: RunLine) => string | null;
  /** The sheet is one fixture's own: its name need not lead every line. */
  readonly isOwnSheet?: boolean;
}

/** Why a tap cannot be told yet; null: nothing holds it up. */
function heldBack({ hold, folded }: ShortTap<RunLine>, heldOf: HeldOf): string | null {
  const told = new Set<RunStep>();
  for (const line of [...folded, ...(hold === null ? [] : [hold])]) {
    const held = line.step.isDone ? null : heldOf(line, told);
    if (held !== null) return held;
    told.add(line.step);
  }
  return null;
}

/** The joints that a tap makes, one line each; of a fixture with two waters each says which. */
function jointsOf({ folded }: ShortTap<RunLine>): readonly string[] {
  const waters = new Set(folded[0]?.sheet.connections.map(({ survey }) => survey.water));
  return folded.flatMap(({ step: { joint }, connection }) => {
    if (joint === null) return [];
    const side = waters.size > 1 ? `${connection.survey.water} ` : "";
    return [`${side}${jointInShort(joint)}`];
  });
}

interface TapProps extends Omit<ShortLinesProps, "lines"> {
  readonly tap: ShortTap<RunLine>;
  readonly code: ShortLine<RunLine>["code"];
  readonly isNext: boolean;
}

/** What one tap tells: the acts that lead to it, each to be opened in place, and the tap itself. */
function Tap({ tap, code, isNext, props, log, heldOf, clockOf, isOwnSheet = false }: TapProps) {
  const open = tap.folded.filter(({ step }) => !step.isDone);
  const held = heldBack(tap, heldOf);
  const row = { props, log, heldOf, clock: null, isOpen: false, isOwnSheet: true };
  return (
    <>
      {tap.hold === null && (
        <div className="flex flex-wrap items-center gap-3 py-2">
          <ul className="min-w-64 flex-1">
            {jointsOf(tap).map((joint) => (
              <li key={joint}>{inShopUnits(joint)}</li>
            ))}
          </ul>
          {open.length > 0 && held !== null && (
            <HeldUp
              text={SHORT_LINE_WORDS[code].title}
              held={held}
              onOverride={(reason) => log.act(...togetherActs(tap, reason))}
            />
          )}
          {open.length > 0 && held === null && (
            <button
              type="button"
              className={`button min-h-touch-large w-full md:w-auto ${isNext ? "button-main" : ""}`}
              onClick={() => log.act(...togetherActs(tap))}
              {...(isNext ? { "data-next-thing": "" } : {})}
            >
              {SHORT_LINE_WORDS[code].done}
            </button>
          )}
        </div>
      )}
      {tap.hold !== null && (
        <ol>
          <RunSheetRow
            line={tap.hold}
            {...row}
            isNext={isNext}
            isOwnSheet={isOwnSheet}
            clock={isOwnSheet ? null : clockOf(tap.hold)}
            before={togetherActs(tap)}
            held={held}
          />
        </ol>
      )}
      {tap.folded.length > 0 && (
        <Disclosure
          summary={`${tap.folded.length} act${tap.folded.length === 1 ? "" : "s"} told with it`}
          className="pl-4 text-small"
        >
          <ol>
            {tap.folded.map((line) => (
              <RunSheetRow
                key={`${line.connection.id} ${line.step.id}`}
                line={line}
                {...row}
                isNext={false}
              />
            ))}
          </ol>
        </Disclosure>
      )}
    </>
  );
}

/** Whose a line is: the connection where all of it is of one, else the fixture. */
function nameOf(line: ShortLine<RunLine>, { sheet, label }: RunLine): string {
  const own = new Set(stepsOfLine(line).map(({ connection }) => connection));
  return own.size === 1 && !own.has(null) ? label : sheet.label;
}

/** A sheet in a few lines: each opens in place, the next one stands open. */
export function ShortLines({ lines, ...rest }: ShortLinesProps) {
  const { props, isOwnSheet, clockOf } = rest;
  const nextLine = lines.find((line) => stepsOfLine(line).some(({ isDone }) => !isDone));
  return (
    <ol aria-label="Lines of the sheet" data-short="">
      {lines.map((line) => {
        const { code, taps } = line;
        const steps = stepsOfLine(line);
        const isDone = steps.every((step) => step.isDone);
        const isNext = line === nextLine;
        const first = taps[0]?.folded[0] ?? taps[0]?.hold ?? null;
        const doneAt = steps
          .flatMap((step) => step.doneAt ?? [])
          .toSorted()
          .at(-1);
        const nextTap = taps.find(({ hold, folded }) =>
          [...folded, ...(hold === null ? [] : [hold])].some(({ step }) => !step.isDone),
        );
        const clock = first === null || isOwnSheet === true ? null : clockOf(first);
        return (
          <li
            key={`${first?.connection.id} ${code} ${steps[0]?.id}`}
            data-line={code}
            className={`border-t border-hairline ${isNext ? "border-l-4 border-l-work bg-work-wash px-3" : "px-4"}`}
          >
            <details key={String(isNext)} open={isNext}>
              <summary className="flex min-h-touch cursor-pointer flex-wrap items-baseline gap-x-3 py-2">
                <span className={isNext ? "text-large font-bold" : "font-bold"}>
                  {isDone && (
                    <span className="mr-1 text-dry-ink">
                      <Check aria-hidden="true" className="inline" size={18} />
                      <span className="sr-only">Done: </span>
                    </span>
                  )}
                  {SHORT_LINE_WORDS[code].title}
                </span>
                {isOwnSheet !== true && (
                  <span className="text-small">{first === null ? "" : nameOf(line, first)}</span>
                )}
                <span className="figure ml-auto text-small text-quiet">
                  {clock !== null && `${clock}, `}
                  {isDone && doneAt !== undefined
                    ? timeText(doneAt, props.zone)
                    : minutesInWords(minutesOf(steps.filter((step) => !step.isDone)))}
                </span>
              </summary>
              {taps.map((tap) => (
                <Tap
                  key={tap.hold?.step.id ?? "together"}
                  {...rest}
                  tap={tap}
                  code={code}
                  isNext={isNext && tap === nextTap}
                />
              ))}
            </details>
          </li>
        );
      })}
    </ol>
  );
}
