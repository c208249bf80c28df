import type { PlanJoint } from "../../core/plan/index.ts";
import { holdBackInWords, sealantInWords } from "../../core/step/index.ts";
import { formatTurns } from "../../core/units/index.ts";
import type { EndFigures } from "../../drawing/layout.ts";
import { PiecesInOrder } from "../../drawing/pieces.tsx";
import { inShopUnits } from "../../labels/display.ts";
import { PREPARATION_WORDS } from "../../labels/preparation.ts";
import { HelpButton } from "../../ui/help-button.tsx";
import { Notice } from "../../ui/notice.tsx";

/** One joint: its five figures, and its pieces in the order they go on. */
export function JointPanel({ joint, ends }: { readonly joint: PlanJoint; readonly ends: EndFigures }) {
  const between =
    joint.ends === null
      ? "Between the two halves of the union"
      : joint.ends.map((end) => ends[end]?.name ?? end).join(" to ");
  const rows: readonly (readonly [string, string])[] = [
    ["Turn past hand-tight", formatTurns(joint.turns)],
    ["Sealant", sealantInWords(joint)],
    [
      "Wrench",
      joint.wrenches.length > 0
        ? joint.wrenches.join(" or ")
        : joint.turns?.handOnly
          ? "none: by hand"
          : "none",
    ],
    ["Backup wrench", joint.backUp ? holdBackInWords(joint) : "not needed"],
    ["Check first", joint.lookFirst.join("; ")],
    ...(joint.prepare === undefined
      ? []
      : [["Prepare", joint.prepare.map((each) => PREPARATION_WORDS[each]).join("; ")] as const]),
  ];
  return (
    <section
      aria-label={`Joint ${joint.number}`}
      className="mt-4 grid gap-6 border-t-2 border-rule pt-3 lg:grid-cols-2"
    >
      <div>
        <h2>
          Joint {joint.number} <span className="font-normal text-quiet">{joint.label}</span>{" "}
          <HelpButton topic="turns" />
        </h2>
        <p className="text-quiet">
          {between}; {joint.sealsOn} does the sealing.{" "}
          {joint.where === "bench" ? "Made up on the bench." : "Made up in place."}
        </p>
        <dl className="mt-2">
          {rows.map(([name, value]) => (
            <div key={name} className="grid grid-cols-term-wide border-b border-hairline py-1">
              <dt className="text-quiet">{name}</dt>
              <dd className="figure font-bold">{value}</dd>
            </div>
          ))}
        </dl>
        {joint.notes.map((note) => (
          <Notice tone="work" key={note} className="mt-2">
            {inShopUnits(note)}
          </Notice>
        ))}
      </div>
      <div className="min-w-0">
        <h3>In the order they go on</h3>
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: scrolled by keys where the page is narrow */}
        <section className="strip-scroll" aria-label="Pieces in order" tabIndex={0}>
          <PiecesInOrder joint={joint} ends={ends} />
        </section>
      </div>
    </section>
  );
}
