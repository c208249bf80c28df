import type { Owed } from "../core/situation/index.ts";
import { LEFT_WORDS } from "../words/left.ts";

/** How things stand at a fixture now: what is shut, open, unplugged or off, as the ticks have made it. Nothing is shown where nothing is. */
export function NowLine({ now }: { readonly now: readonly Owed[] }) {
  if (now.length === 0) return null;
  const codes = [...new Set(now.map(({ code }) => code))];
  const timesOf = (code: Owed["code"]) => now.filter((each) => each.code === code).length;
  return (
    <section aria-label="Now" className="mt-2" data-now="">
      <ul className="flex flex-wrap gap-2">
        {codes.map((code) => (
          <li key={code} className="mark text-work-ink">
            {LEFT_WORDS[code].state}
            {timesOf(code) > 1 && ` (${timesOf(code)})`}
          </li>
        ))}
      </ul>
    </section>
  );
}
