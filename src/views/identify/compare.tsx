import { matingEnd } from "../../core/end/index.ts";
import { differencesOf, type Identifier, type Profile } from "../../core/identify/index.ts";
import { matchEnds } from "../../core/joint/index.ts";
import { PitchComb, Silhouette } from "../../drawing/silhouette.tsx";
import { shapeOf } from "../../drawing/thread-shape.ts";
import { inShopUnits } from "../../labels/display.ts";
import { DataTable } from "../../ui/data-table.tsx";
import { Notice } from "../../ui/notice.tsx";

interface CompareProps {
  readonly one: Profile;
  readonly other: Profile;
  readonly identifier: Identifier;
  readonly pxPerIn: number;
  readonly onClose: () => void;
}

function ComparedEnd({ profile, pxPerIn }: { readonly profile: Profile; readonly pxPerIn: number }) {
  const { end, thread } = profile;
  return (
    <figure className="grid content-start justify-items-start gap-2">
      <Silhouette shape={shapeOf(profile)} pxPerIn={pxPerIn} label={`Outline of ${end.name}`} />
      {thread && (
        <PitchComb
          pitchIn={thread.pitchIn}
          pxPerIn={pxPerIn}
          label={`Comb of ${Number((1 / thread.pitchIn).toFixed(1))} threads per inch`}
        />
      )}
      <figcaption>
        <strong>{end.name}</strong>{" "}
        <span className="figure text-quiet">{thread?.designation ?? end.code}</span>
      </figcaption>
    </figure>
  );
}

/** What happens when the mate of one is put on the other. */
function mistake(made: Profile, put: Profile, { tables, words }: Identifier): string | null {
  const mate = matingEnd(made.end, tables.ends);
  if (mate === null) return null;
  const match = matchEnds(mate, put.end, tables, words);
  return match.fits
    ? `The mate of ${made.end.name} also fits ${put.end.name}.`
    : `The mate of ${made.end.name} on ${put.end.name}: ${match.symptom}. Forced: ${match.forcing}.`;
}

/** Two look-alikes side by side, at true size, with the difference pointed out. */
export function Compare({ one, other, identifier, pxPerIn, onClose }: CompareProps) {
  const rows = differencesOf(one, other);
  const mistakes = [mistake(one, other, identifier), mistake(other, one, identifier)].filter(
    (words) => words !== null,
  );
  return (
    <section aria-labelledby="compare-title" className="border-2 border-work bg-sheet p-3">
      <header className="flex items-center justify-between">
        <h2 id="compare-title">Side by side</h2>
        <button type="button" className="button" onClick={onClose}>
          Close
        </button>
      </header>
      <div className="grid grid-cols-2 gap-4 overflow-x-auto py-2">
        <ComparedEnd profile={one} pxPerIn={pxPerIn} />
        <ComparedEnd profile={other} pxPerIn={pxPerIn} />
      </div>
      <div className="overflow-x-auto">
        <DataTable
          className="text-small"
          columns={["What", one.end.name, other.end.name, "Tells them apart"].map((label) => ({ label }))}
        >
          {rows.map(({ what, one: a, other: b, tells }) => (
            <tr key={what}>
              <th scope="row" className="text-quiet">
                {what}
              </th>
              <td className="figure">{inShopUnits(a)}</td>
              <td className="figure">{inShopUnits(b)}</td>
              <td className={tells === null ? "text-quiet" : "font-bold"}>
                {inShopUnits(tells ?? "the same")}
              </td>
            </tr>
          ))}
        </DataTable>
      </div>
      {mistakes.map((words) => (
        <Notice tone="wet" key={words} className="mt-2">
          {inShopUnits(words)}
        </Notice>
      ))}
    </section>
  );
}
