import type { Plan } from "../../core/plan/index.ts";
import { planInWords } from "../../labels/plan-words.ts";
import { figureLabel, type PlanFigures, planLetter } from "./plan-figures.ts";

export interface PlanRow {
  readonly plan: Plan;
  readonly difference: string;
  readonly figures: PlanFigures;
}

interface PlanRowsProps {
  readonly rows: readonly PlanRow[];
  readonly shown: number;
  readonly onShow: (index: number) => void;
}

const KEYS = [
  "reach",
  "pressure",
  "flow",
  "joints",
  "price",
  "minutes",
  "wait",
] as const satisfies readonly (keyof PlanFigures)[];

/** Every plan in one line: what it is made of and its figures; what differs from A is bold. */
export function PlanRows({ rows, shown, onShow }: PlanRowsProps) {
  const first = rows[0]?.figures;
  if (rows.length < 2 || first === undefined) return null;
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-left" aria-label="Plans">
        <thead className="max-md:sr-only">
          <tr className="border-b-2 border-rule text-small text-quiet">
            <th scope="col" className="py-1 pr-3 font-normal">
              Plan
            </th>
            <th scope="col" className="pr-3 font-normal">
              Made of
            </th>
            {KEYS.map((key) => (
              <th key={key} scope="col" className="pr-3 text-right font-normal whitespace-nowrap last:pr-0">
                {figureLabel(key)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ plan, difference, figures }, index) => (
            <tr
              key={plan.id}
              className={`border-b border-hairline align-top max-md:flex max-md:flex-wrap max-md:gap-x-3 max-md:py-2 ${index === shown ? "bg-work-wash" : ""}`}
            >
              <td className="py-1 pr-3">
                <button
                  type="button"
                  aria-pressed={index === shown}
                  aria-label={`Show ${planLetter(index)}`}
                  onClick={() => onShow(index)}
                  className={`button min-w-touch px-0 ${index === shown ? "button-main" : ""}`}
                >
                  {planLetter(index)}
                </button>
              </td>
              <th scope="row" className="py-2 pr-3 font-normal max-md:w-beside-touch">
                {planInWords(plan)}
                <span className="block text-tiny text-quiet">{difference}</span>
              </th>
              {KEYS.map((key) => (
                <td
                  key={key}
                  className={`figure py-2 pr-3 text-right whitespace-nowrap last:pr-0 max-md:py-0 max-md:text-small ${figures[key] === first[key] ? "" : "font-bold"}`}
                >
                  {figures[key] === "" ? "–" : figures[key]}
                  <span className="font-normal text-quiet md:hidden"> {figureLabel(key)}</span>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
