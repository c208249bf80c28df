import { LETTER_WORDS } from "../../labels/compatibility.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { HelpButton } from "../../ui/help-button.tsx";
import { type GridEnd, meetingsByFamily } from "./grid-model.ts";
import { Legend, LetterMark } from "./letter-mark.tsx";

interface GoesOnProps {
  readonly ends: readonly GridEnd[];
  readonly families: readonly (readonly [family: string, words: string])[];
  readonly rows: readonly string[];
  /** Index of the end everything is tried on. */
  readonly on: number;
  /** Index of the end that is tried now; null: none. */
  readonly tried: number | null;
  readonly onTry: (index: number) => void;
}

/** Everything that goes on an end, by family; families of which nothing does stand folded at the end. */
export function GoesOn({ ends, families, rows, on, tried, onTry }: GoesOnProps) {
  const groups = meetingsByFamily(ends, rows, on);
  const empty = families.filter(([family]) => !groups.some((group) => group.family === family));
  const words = new Map(families);
  return (
    <section aria-label={`Everything that goes on ${ends[on]?.name}`}>
      <div className="flex items-center gap-1">
        <h2>What goes on {ends[on]?.name}?</h2>
        <HelpButton topic="compatibility" />
      </div>
      <Legend />
      <div className="mt-2 grid gap-x-8 sm:grid-cols-2 lg:grid-cols-3">
        {groups.map(({ family, meetings }) => (
          <div key={family} className="break-inside-avoid py-2">
            <h3>{words.get(family) ?? family}</h3>
            <ul>
              {meetings.map(({ index, letter }) => (
                <li key={index}>
                  <button
                    type="button"
                    className="flex min-h-touch w-full cursor-pointer items-center gap-3 border-t border-hairline text-left hover:bg-work-wash aria-pressed:font-bold"
                    aria-pressed={index === tried}
                    onClick={() => onTry(index)}
                  >
                    <LetterMark letter={letter} />
                    {ends[index]?.name}
                    <span className="sr-only">: {LETTER_WORDS[letter]}</span>
                  </button>
                </li>
              ))}
            </ul>
          </div>
        ))}
      </div>
      {empty.length > 0 && (
        <Disclosure
          summary={
            <>
              Nothing of {empty.length} other {empty.length === 1 ? "family" : "families"} goes on this end
            </>
          }
        >
          <p className="text-quiet">{empty.map(([, name]) => name).join(", ")}</p>
        </Disclosure>
      )}
    </section>
  );
}
