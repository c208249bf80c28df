/** What holds of the catalogue as a whole: materials that ends can have, and parts that some job can reach. */
import type { EndCode } from "../../src/core/end/index.ts";
import type { Part } from "../../src/core/part/index.ts";
import { buildPlannerIndex } from "../../src/core/planner/index.ts";
import type { Tables } from "../../src/core/tables.ts";

/** Materials of pipe and tube ends, as parts are called that are made of it. */
const PART_MATERIAL: Readonly<Record<string, string>> = { pe: "polyethylene" };
/** A stem is moulded, whatever tube it stands for. */
const STEM = "polymer";

/** Returns the parts in a material their ends cannot have: plain ends of another material, CPVC sockets on both sides of metal. */
export function materialFaults({ ends, parts }: Pick<Tables, "ends" | "parts">): readonly string[] {
  const materialOf = new Map(
    ends.map(({ code, form, material }) => [code, form === "plain" ? material : null]),
  );
  return parts.flatMap(({ sku, material, ports }) => {
    const plain = ports.flatMap(({ end }) => materialOf.get(end) ?? []);
    const wrong = plain.find((each) => (PART_MATERIAL[each] ?? each) !== material && material !== STEM);
    const isAllCement = ports.length > 0 && ports.every(({ end }) => end.startsWith("cement-"));
    return [
      ...(wrong === undefined ? [] : [`catalogue ${sku}: material ${material}, but an end is of ${wrong}`]),
      ...(isAllCement && material !== "cpvc"
        ? [`catalogue ${sku}: CPVC sockets all round, but of ${material}`]
        : []),
    ];
  });
}

/** Ends a job can begin with: pipe and tube of every kind, and what the presets find. */
function firstEnds({ ends, presets }: Pick<Tables, "ends" | "presets">): readonly EndCode[] {
  return [
    ...ends.filter(({ form, gender }) => form === "plain" || gender === "m").map(({ code }) => code),
    ...presets.map(({ supplyEnd }) => supplyEnd),
  ];
}

/** Returns the parts that no job can reach through the matings. */
export function reachFaults(tables: Tables): readonly string[] {
  const index = buildPlannerIndex(tables);
  const reached = new Set<Part>();
  const seen = new Set<EndCode>();
  const queue = [...firstEnds(tables)];
  for (let end = queue.pop(); end !== undefined; end = queue.pop()) {
    if (seen.has(end)) continue;
    seen.add(end);
    for (const part of tables.parts) {
      if (!part.ports.some((port) => index.meet(end ?? "", port, part.contents.includes("ferrule"))))
        continue;
      reached.add(part);
      queue.push(...part.ports.map((port) => port.end));
    }
  }
  const joined = (part: Part) => part.joins?.every((code) => seen.has(code)) ?? false;
  return tables.parts
    .filter((part) => !reached.has(part) && !joined(part))
    .map(({ sku }) => `catalogue ${sku}: no job reaches it through the matings`);
}
