import type { LookAlike } from "../../core/identify/index.ts";

interface IfWrongProps {
  readonly lookAlikes: readonly LookAlike[];
}

/** What the leaders are taken for, and how the mistake feels. */
export function IfWrong({ lookAlikes }: IfWrongProps) {
  if (lookAlikes.length === 0) return null;
  return (
    <section aria-labelledby="taken-for">
      <h2 id="taken-for">If you are wrong</h2>
      <ul className="mt-1 grid gap-1">
        {lookAlikes.map(({ a, b, mate, on, symptom, seals }) => (
          <li key={`${a} ${b}`} className={`border-l-4 pl-2 ${seals ? "border-work" : "border-wet"}`}>
            <span className="figure">{a}</span> taken for <span className="figure">{b}</span> or the reverse:{" "}
            <span className="figure">{mate}</span> on <span className="figure">{on}</span> {symptom}.
          </li>
        ))}
      </ul>
    </section>
  );
}
