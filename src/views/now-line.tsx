import type { Owed, WaterMap } from "../core/situation/index.ts";
import { WaterTree } from "../drawing/water-tree.tsx";
import { Disclosure } from "../ui/disclosure.tsx";
import { LEFT_WORDS } from "../words/left.ts";

interface NowLineProps {
  readonly now: readonly Owed[];
  /** The water as it stands; null: told elsewhere on the page. */
  readonly map: WaterMap | null;
}

/** How things stand now: what is shut, open, unplugged or off, as the ticks have made it; a tap opens the water as it is drawn. */
export function NowLine({ now, map }: NowLineProps) {
  const codes = [...new Set(now.map(({ code }) => code))];
  const timesOf = (code: Owed["code"]) => now.filter((each) => each.code === code).length;
  if (codes.length === 0 && map === null) return null;
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
      {map !== null && map.ends.length > 0 && (
        <Disclosure summary="The water, drawn" className="no-print mt-1 text-small">
          {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by keyboard */}
          <section className="strip-scroll" aria-label="The water, drawn" tabIndex={0}>
            <WaterTree map={map} />
          </section>
        </Disclosure>
      )}
    </section>
  );
}
