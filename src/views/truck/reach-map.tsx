import { useEffect, useState } from "react";
import { errorText } from "../../client/asker.ts";
import { call } from "../../client/call.ts";
import { useAsk } from "../../client/use-ask.ts";
import { formatCents } from "../../core/units/index.ts";
import { ProgressBar } from "../../ui/progress-bar.tsx";
import { type Demand, NOTHING_YET, portionsOf, type ReachSoFar, withAnswer } from "./reach-model.ts";

interface ReachMapProps {
  readonly demand: readonly Demand[];
  /** Names of the ends, by code. */
  readonly names: Readonly<Record<string, string>>;
  /** On the truck, by SKU; null: nobody has said. */
  readonly stock: Readonly<Record<string, number>> | null;
}

const MOST_ADDS = 6;
/** The planner's count goes no further. */
const MOST_MADE = 9;

/** Shade of a cell by how many can be made. */
const shadeOf = (makes: number) =>
  makes === 0
    ? "bg-wet-wash text-wet-ink"
    : makes < 3
      ? "bg-work-wash text-work-ink"
      : "bg-dry-wash text-dry-ink";

/** What the truck could make now: supply ends by inlet ends, worked out by the planner a few cells at a time. */
export function ReachMap({ demand, names, stock }: ReachMapProps) {
  const [reach, setReach] = useState<ReachSoFar>(NOTHING_YET);
  const { now, ask, cancel } = useAsk<true>();
  const isOn = stock !== null && demand.length > 0;
  const start = () => {
    if (stock === null) return;
    setReach(NOTHING_YET);
    ask(async (signal, onProgress) => {
      const portions = portionsOf(demand);
      for (const [at, portion] of portions.entries()) {
        const answer = await call("POST /api/v1/truck/reach", { body: { stock, demand: portion }, signal });
        setReach((before) => withAnswer(before, portion, answer));
        onProgress((at + 1) / portions.length);
      }
      return true;
    });
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: worked out once for the page; the button does it again
  useEffect(start, []);
  if (!isOn) return <p className="text-quiet">Say what is on the truck, and what it can make shows here.</p>;
  const supplies = [...new Set(demand.map(({ supply }) => supply))];
  const inlets = [...new Set(demand.map(({ inlet }) => inlet))];
  const made = new Map(reach.cells.map(({ supply, inlet, makes }) => [`${supply} ${inlet}`, makes]));
  const isAsked = (supply: string, inlet: string) =>
    demand.some((each) => each.supply === supply && each.inlet === inlet);
  const whole = demand.reduce((sum, { weight }) => sum + weight, 0);
  const nameOf = (code: string) => names[code] ?? code;
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <p className="text-lead" role="status">
          {now.state === "asking" ? (
            <>
              Working out <span className="figure">{Math.round((now.share ?? 0) * 100)} %</span>
            </>
          ) : (
            <>
              Covers <strong className="figure">{Math.round((100 * reach.covered) / whole)} %</strong> of what
              is asked for
            </>
          )}
        </p>
        {now.state === "asking" ? (
          <>
            <ProgressBar value={now.share ?? 0} label="Cells worked out" />
            <button type="button" className="button" onClick={cancel}>
              Stop
            </button>
          </>
        ) : (
          <button type="button" className="button" onClick={start}>
            Work it out again
          </button>
        )}
      </div>
      {now.state === "failed" && <p className="fault">{errorText(now.error)}</p>}
      {!reach.complete && (
        <p className="text-small text-quiet">Time was up in some cells: there may be more than they say.</p>
      )}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls is reached by key */}
      <section className="mt-2 overflow-x-auto" tabIndex={0} aria-label="Reach of the truck">
        <table className="border-collapse text-left">
          <thead>
            <tr>
              <th scope="col" className="py-1 pr-3 align-bottom text-small">
                Inlet end
              </th>
              {supplies.map((supply) => (
                <th key={supply} scope="col" className="w-28 px-1 align-bottom text-small font-normal">
                  from <strong>{nameOf(supply)}</strong>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {inlets.map((inlet) => (
              <tr key={inlet}>
                <th scope="row" className="py-1 pr-3 font-normal">
                  {nameOf(inlet)}
                </th>
                {supplies.map((supply) => {
                  const makes = made.get(`${supply} ${inlet}`);
                  if (!isAsked(supply, inlet))
                    return (
                      <td key={supply} className="px-1 text-quiet">
                        <span className="sr-only">not usual</span>
                      </td>
                    );
                  return (
                    <td key={supply} className="p-0.5">
                      <a
                        href={`/fits?${new URLSearchParams({ a: supply, b: inlet })}`}
                        className={`figure flex min-h-touch items-center justify-center no-underline ${makes === undefined ? "border border-hairline text-quiet" : shadeOf(makes)}`}
                      >
                        {makes === undefined ? "…" : makes >= MOST_MADE ? `${MOST_MADE}+` : makes}
                      </a>
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      {reach.adds.length > 0 && now.state !== "asking" && (
        <section className="mt-3" aria-label="Parts that would cover more">
          <h3>Covers most more for its price</h3>
          <ul>
            {reach.adds.slice(0, MOST_ADDS).map(({ sku, name, weight, priceCents }) => (
              <li key={sku} className="flex flex-wrap gap-x-4">
                <a href={`/catalogue?q=${sku}`} className="inline-flex min-h-touch items-center">
                  {name}
                </a>
                <span className="self-center">
                  <span className="figure">+{((100 * weight) / whole).toFixed(1)} %</span> for{" "}
                  <span className="figure">{formatCents(priceCents)}</span>
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <p className="mt-2 max-w-prose text-small text-quiet">
        Each cell: how many such connections the planner makes from the truck as it stands, one kind at a
        time, up to {MOST_MADE}. What is asked for: the shop's signed connections, and 20 jobs spread over the
        usual ones until there is a log.
      </p>
    </div>
  );
}
