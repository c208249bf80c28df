import type { FittedLength, RatedLength } from "../../core/line/index.ts";
import { STRAIGHT_IN } from "../../core/line/index.ts";
import { formatInches } from "../../core/units/index.ts";
import { RATING_INK, RATING_WORDS } from "../../labels/line.ts";

interface LengthsTableProps {
  readonly rated: readonly RatedLength[];
  /** The same lengths with how firm their figures are, once that is worked out. */
  readonly firm: readonly FittedLength[] | null;
  readonly chosenIn: number | null;
  readonly onChoose: (lengthIn: number) => void;
}

const figure = (value: number | undefined) =>
  value === undefined ? "" : value >= STRAIGHT_IN ? "straight" : value.toFixed(2);

/** Every stock length with its rating: the row that is chosen is the line drawn thick. */
export function LengthsTable({ rated, firm, chosenIn, onChoose }: LengthsTableProps) {
  return (
    <table className="w-full">
      <caption className="sr-only">Stock lengths and how they fit</caption>
      <thead>
        <tr className="text-left text-tiny text-quiet">
          <th scope="col">Length</th>
          <th scope="col">Fits</th>
          <th scope="col" className="text-right">
            Bend
          </th>
          <th scope="col" className="text-right">
            Slack
          </th>
          <th scope="col" className="text-right">
            Bulge
          </th>
        </tr>
      </thead>
      <tbody>
        {rated.map(({ lengthIn, rating, slackIn, curve }) => {
          const isChosen = lengthIn === chosenIn;
          const isTouchy =
            firm?.find((each) => each.lengthIn === lengthIn)?.sensitivity?.isSensitive === true;
          return (
            <tr key={lengthIn} className={`border-t border-hairline ${isChosen ? "bg-work-wash" : ""}`}>
              <th scope="row" className="py-0.5 text-left font-normal">
                <button
                  type="button"
                  className={`button w-full px-2 ${isChosen ? "button-main" : ""}`}
                  aria-pressed={isChosen}
                  onClick={() => onChoose(lengthIn)}
                >
                  <span className="figure">{formatInches(lengthIn)} in</span>
                </button>
              </th>
              <td className={`px-2 font-bold ${RATING_INK[rating]}`}>
                {RATING_WORDS[rating]}
                {isTouchy && <span className="font-normal text-quiet">, touchy</span>}
              </td>
              <td className="figure text-right">{figure(curve?.minRadiusIn)}</td>
              <td className="figure text-right">{slackIn.toFixed(2)}</td>
              <td className="figure text-right">{figure(curve?.bulgeIn)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
