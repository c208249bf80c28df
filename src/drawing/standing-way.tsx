import type { ReactNode } from "react";
import type { StandingElement, StandingWay } from "../core/planner/index.ts";
import { quantityText } from "../labels/display.ts";
import { boreInWords, STANDING_WORDS } from "../labels/standing-way.ts";

interface StandingWayProps {
  readonly way: StandingWay;
  readonly fixture: string;
}

const WIDTH = 120;
const HIGH = 56;
/** Height of an inch of bore: the drawing's thickness is to scale. */
const PX_PER_IN_BORE = 44;

/** Two lines as far apart as the bore that the fixture wants, to scale. */
function WantedBore({ leastBoreIn }: { readonly leastBoreIn: number }) {
  const half = (leastBoreIn * PX_PER_IN_BORE) / 2;
  const middle = HIGH / 2;
  return (
    <path className="standing-wanted" d={`M0 ${middle - half} H${WIDTH} M0 ${middle + half} H${WIDTH}`} />
  );
}

/** The bore of one element, to scale; of a rise only that it rises. */
function BoreMark({
  element,
  leastBoreIn,
}: {
  readonly element: StandingElement;
  readonly leastBoreIn: number;
}) {
  if (element.kind === "rise")
    return (
      <Mark>
        <path className="standing-rise" d={`M4 ${HIGH - 10} L${WIDTH - 4} 10`} />
      </Mark>
    );
  const bore = element.kind === "stop" ? element.boreIn.high : element.boreIn;
  const high = Math.max(3, bore * PX_PER_IN_BORE);
  const isSmall = element.kind === "stop" && element.isTooSmall;
  return (
    <Mark>
      {element.kind === "stop" && (
        <rect
          className={isSmall ? "standing-body standing-small" : "standing-body"}
          x={WIDTH / 2 - 26}
          y={4}
          width={52}
          height={HIGH - 8}
          rx={6}
        />
      )}
      <rect
        className={isSmall ? "standing-bore standing-small" : "standing-bore"}
        x={0}
        y={(HIGH - high) / 2}
        width={WIDTH}
        height={high}
      />
      <WantedBore leastBoreIn={leastBoreIn} />
    </Mark>
  );
}

function Mark({ children }: { readonly children: ReactNode }) {
  return (
    <svg className="standing-mark" viewBox={`0 0 ${WIDTH} ${HIGH}`} aria-hidden="true">
      {children}
    </svg>
  );
}

/** The way as it stands, from the street to the fixture: every bore to one scale, and what it takes of the pressure. */
export function StandingWayFigure({ way, fixture }: StandingWayProps) {
  const { elements, staticPsi, isStaticAssumed, leftPsi, leastPsi, flowGpm, leastBoreIn } = way;
  const isShort = leftPsi < leastPsi;
  const isPipeKnown = elements.some(({ kind }) => kind === "pipe");
  return (
    <ol className="standing-way" aria-label="The way as it stands">
      <li>
        <Mark>
          <rect
            className={isPipeKnown ? "standing-bore" : "standing-unknown"}
            x={1}
            y={HIGH / 2 - 12}
            width={WIDTH - 1}
            height={24}
          />
        </Mark>
        <strong>
          <span className="figure">{quantityText(staticPsi, "psi")}</span> at the{" "}
          {isPipeKnown ? "street" : "supply"}
        </strong>
        <span>{isStaticAssumed ? "taken, nobody measured" : "with nothing running"}</span>
        {!isPipeKnown && <span>the pipe before: nobody has looked</span>}
      </li>
      {elements.map((element) => (
        <li key={element.kind} data-standing={element.kind}>
          <BoreMark element={element} leastBoreIn={leastBoreIn} />
          <strong>{STANDING_WORDS[element.kind]}</strong>
          <span>{boreInWords(element)}</span>
          <span className="figure">takes {quantityText(element.psi, "psi", 1)}</span>
        </li>
      ))}
      <li className={isShort ? "standing-short" : undefined} data-standing="fixture">
        <Mark>
          <rect className="standing-body" x={28} y={4} width={WIDTH - 30} height={HIGH - 8} />
          <WantedBore leastBoreIn={leastBoreIn} />
        </Mark>
        <strong>{fixture}</strong>
        <span>
          wants <span className="figure">{quantityText(leastPsi, "psi")}</span> at{" "}
          <span className="figure">{quantityText(flowGpm, "gpm", 1)}</span> and a bore of{" "}
          <span className="figure">{quantityText(leastBoreIn, "in", 2)}</span>
        </span>
        <span>
          <span className="figure">{quantityText(Math.max(0, leftPsi), "psi")}</span> are left before anything
          new
        </span>
      </li>
    </ol>
  );
}
