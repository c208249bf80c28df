import type { Plan } from "../../core/plan/index.ts";
import { lengthText } from "../../labels/display.ts";

/** What is fetched and cut before the first joint, and the order the joints are made in. */
export function Preparation({ plan }: { readonly plan: Plan }) {
  const { makeUpOrder = [], tools = [], consumables = [], cutOutIn } = plan;
  if (makeUpOrder.length === 0) return null;
  const rows: readonly (readonly [string, string])[] = [
    ["Order of making", `joint ${makeUpOrder.join(", then ")}`],
    ...(cutOutIn === undefined
      ? []
      : [["Cut out of the pipe", `${lengthText(cutOutIn)}; the maker's depth gauge wins`] as const]),
    ["Tools", tools.join("; ")],
    ["Consumables", consumables.length === 0 ? "none" : consumables.join("; ")],
  ];
  return (
    <section aria-label="Before the first joint" className="mt-4">
      <h3>Before the first joint</h3>
      <dl>
        {rows.map(([name, value]) => (
          <div key={name} className="grid grid-cols-term-wide border-b border-hairline py-1">
            <dt className="text-quiet">{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
