import type { FittedLength, LineSetup, RatedLength } from "../../core/line/index.ts";
import { lengthFigure, lengthText, shopUnit } from "../../labels/display.ts";
import { RATING_INK, RATING_WORDS } from "../../labels/line.ts";
import { DataTable } from "../../ui/data-table.tsx";
import { bendOnTape, bulgeOnTape } from "./tape.ts";

interface LengthsTableProps {
  readonly rated: readonly RatedLength[];
  readonly bench: LineSetup;
  /** The same lengths with how firm their figures are, once that is worked out. */
  readonly firm: readonly FittedLength[] | null;
  readonly chosenIn: number | null;
  readonly onChoose: (lengthIn: number) => void;
}

/** Returns the lengths that reach, the good ones first, each group from the shortest; and those that do not. */
export function inOrderOfUse(rated: readonly RatedLength[]): {
  readonly reaching: readonly RatedLength[];
  readonly short: readonly RatedLength[];
} {
  const byLength = rated.toSorted((a, b) => a.lengthIn - b.lengthIn);
  const reaching = byLength.filter(({ rating }) => rating !== "short");
  const isGood = ({ rating }: RatedLength) => rating === "good";
  return {
    reaching: [...reaching.filter(isGood), ...reaching.filter((each) => !isGood(each))],
    short: byLength.filter(({ rating }) => rating === "short"),
  };
}

/** Says in a sentence which lengths do not reach, and by how much the longest of them misses where none does. */
function TooShort({ short, isAll }: { readonly short: readonly RatedLength[]; readonly isAll: boolean }) {
  const longest = short.at(-1);
  if (longest === undefined) return null;
  return (
    <p className={isAll ? "mt-2 text-wet-ink" : "mt-1 text-small text-quiet"} data-too-short="">
      {isAll ? "No stock length reaches: " : "Too short: "}
      <span className="figure">
        {short.map(({ lengthIn }) => lengthFigure(lengthIn)).join(", ")} {shopUnit("in")}
      </span>
      {isAll && (
        <>
          . The longest misses by <span className="figure">{lengthText(-longest.slackIn)}</span>, pulled
          straight.
        </>
      )}
    </p>
  );
}

/** Every stock length that reaches with its rating, good ones first: the row that is chosen is the line drawn thick. */
export function LengthsTable({ rated, bench, firm, chosenIn, onChoose }: LengthsTableProps) {
  const { reaching, short } = inOrderOfUse(rated);
  if (reaching.length === 0) return <TooShort short={short} isAll />;
  return (
    <div>
      <DataTable
        caption="Stock lengths and how they fit"
        columns={[
          { label: "Length" },
          { label: "Fits" },
          { label: `Bend, ${shopUnit("in")}`, className: "text-right" },
          { label: `Slack, ${shopUnit("in")}`, className: "text-right" },
          { label: `Bulge, ${shopUnit("in")}`, className: "text-right" },
        ]}
      >
        {reaching.map(({ lengthIn, rating, slackIn, curve }) => {
          const isChosen = lengthIn === chosenIn;
          const isTouchy =
            firm?.find((each) => each.lengthIn === lengthIn)?.sensitivity?.isSensitive === true;
          return (
            <tr key={lengthIn} className={isChosen ? "bg-work-wash" : ""}>
              <th scope="row" className="py-0.5">
                <button
                  type="button"
                  className={`button w-full px-2 ${isChosen ? "button-main" : ""}`}
                  aria-pressed={isChosen}
                  onClick={() => onChoose(lengthIn)}
                >
                  <span className="figure">{lengthText(lengthIn)}</span>
                </button>
              </th>
              <td className={`px-2 font-bold ${RATING_INK[rating]}`}>
                {RATING_WORDS[rating]}
                {isTouchy && <span className="font-normal text-quiet">, touchy</span>}
              </td>
              <td className="figure text-right">{curve && bendOnTape(curve, bench)}</td>
              <td className="figure text-right">{lengthFigure(slackIn)}</td>
              <td className="figure text-right">{curve && bulgeOnTape(curve, bench)}</td>
            </tr>
          );
        })}
      </DataTable>
      <TooShort short={short} isAll={false} />
    </div>
  );
}
