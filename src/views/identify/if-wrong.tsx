import type { EndCode } from "../../core/end/index.ts";
import type { LookAlike } from "../../core/identify/index.ts";

interface IfWrongProps {
  readonly lookAlikes: readonly LookAlike[];
  readonly nameOf: (code: EndCode) => string;
}

/** What the leaders are taken for, and how the mistake feels. */
export function IfWrong({ lookAlikes, nameOf }: IfWrongProps) {
  if (lookAlikes.length === 0) return null;
  return (
    <section aria-labelledby="taken-for">
      <h2 id="taken-for">If the guess is wrong</h2>
      <ul className="mt-1 grid gap-1">
        {lookAlikes.map(({ a, b, mate, on, symptom, seals }) => (
          <li key={`${a} ${b}`} className={`notice ${seals ? "notice-work" : "notice-wet"}`}>
            {nameOf(a)} taken for {nameOf(b)} or the reverse: {nameOf(mate)} on {nameOf(on)} {symptom}.
          </li>
        ))}
      </ul>
    </section>
  );
}
