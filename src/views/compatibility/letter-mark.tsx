import { LETTER_WORDS } from "../../labels/compatibility.ts";
import type { Letter } from "./grid-model.ts";

/** Every verdict that is worth a mark, in the order they are told, with the class of its mark. */
const MARKS: readonly (readonly [Exclude<Letter, "n">, string])[] = [
  ["f", "fits-mark-f"],
  ["w", "fits-mark-w"],
  ["s", "fits-mark-s"],
];

/** The mark of a verdict: its shape says what it means before its color does. */
export function LetterMark({ letter, size = 18 }: { readonly letter: Letter; readonly size?: number }) {
  const drawn = MARKS.find(([each]) => each === letter)?.[1] ?? "scene-cross";
  return (
    <svg width={size} height={size} viewBox="0 0 18 18" aria-hidden="true" className="shrink-0">
      {letter === "f" && <rect className={drawn} x={2} y={2} width={14} height={14} />}
      {letter === "w" && <circle className={drawn} cx={9} cy={9} r={6} />}
      {letter === "s" && <path className={drawn} d="M3 15L15 3" />}
      {letter === "n" && <path className={drawn} d="M3 15L15 3M3 3L15 15" />}
    </svg>
  );
}

/** What each mark means. */
export function Legend() {
  return (
    <ul className="flex flex-wrap gap-x-6 gap-y-1 text-small">
      {MARKS.map(([letter]) => (
        <li key={letter} className="flex items-center gap-2">
          <LetterMark letter={letter} />
          {LETTER_WORDS[letter]}
        </li>
      ))}
    </ul>
  );
}
