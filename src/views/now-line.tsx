import type { Owed } from "../core/situation/index.ts";
import { LEFT_WORDS } from "../words/left.ts";

/** How things stand at a fixture now: what is shut, open, unplugged or off, as the ticks have made it. Nothing is shown where nothing is. */
export function NowLine({ now }: { readonly now: readonly Owed[] }) {
  if (now.length === 0) return null;
  return (
    <section aria-label="Now" className="mt-2" data-now="">
      <ul className="flex flex-wrap gap-2">
        {now.map(({ code, step }) => (
          <li key={`${code} ${step.id}`} className="mark text-work-ink">
            {LEFT_WORDS[code].state}
          </li>
        ))}
      </ul>
    </section>
  );
}
