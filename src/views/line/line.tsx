import { useReducer, useState } from "react";
import {
  type Alternative,
  elbowTurns,
  explainFault,
  type LineSetup,
  type SlackMargins,
  setupFault,
  stopTurns,
  type TriedAlternative,
} from "../../core/line/index.ts";
import { asSixteenths, type LineSpace, type Typed } from "../../core/survey/index.ts";
import type { Insertion } from "../../core/tube/index.ts";
import { lengthText } from "../../labels/display.ts";
import { RadioGroup } from "../../ui/choice.tsx";
import { deferred, OPENING } from "../../ui/deferred.tsx";
import { SelectField } from "../../ui/field.tsx";
import { Elevations } from "./elevations.tsx";
import { intervalIn } from "./good-lengths.ts";
import {
  benchFrom,
  benchState,
  changeBench,
  type Family,
  type LineChange,
  type LineState,
  relativeInlet,
  spaceFrom,
  type TubeInsert,
} from "./line-state.ts";
import { useSolver } from "./use-solver.ts";

// Shown once the solver has answered.
const LengthAnswer = deferred(async () => (await import("./answer.tsx")).LengthAnswer, OPENING, "soon");
const LengthsTable = deferred(async () => (await import("./lengths-table.tsx")).LengthsTable);
const PlacePanel = deferred(async () => (await import("./place-panel.tsx")).PlacePanel);
const RiserTool = deferred(async () => (await import("./riser-tool.tsx")).RiserTool);
const RollOutTool = deferred(async () => (await import("./roll-out-tool.tsx")).RollOutTool);
const RouteTool = deferred(async () => (await import("./route-tool.tsx")).RouteTool);

export interface LineBenchProps {
  readonly families: readonly Family[];
  readonly supplyInserts: readonly TubeInsert[];
  readonly inletInserts: readonly TubeInsert[];
  readonly margins: SlackMargins;
  readonly insertions: readonly Insertion[];
  readonly space: LineSpace;
  /** Length of the chosen plan's line, which is of the first family; null: none is chosen. */
  readonly plannedIn: number | null;
  /** Given where the length goes somewhere: over-all range and the ends as they lie. */
  readonly onTake?: (range: { readonly min: Typed; readonly max: Typed }, space: LineSpace) => void;
}

type Tool = "line" | "roll-out" | "riser" | "route";
const TOOLS: readonly (readonly [Tool, string])[] = [
  ["line", "Flexible line"],
  ["roll-out", "Appliance that rolls out"],
  ["riser", "Rigid riser, soft tube"],
  ["route", "Route"],
];
/** Steps that can be taken back. */
const MOST_STEPS = 60;

interface History {
  readonly now: LineState;
  readonly past: readonly LineState[];
}
type Step =
  | { readonly type: "grab" }
  | { readonly type: "undo" }
  | { readonly type: "change"; readonly change: LineChange };

/** A grab is remembered once, whatever the drag does after it; other changes are remembered each. */
function stepThrough(history: History, step: Step): History {
  const { now, past } = history;
  if (step.type === "grab") return { now, past: [...past, now].slice(-MOST_STEPS) };
  if (step.type === "undo") {
    const last = past.at(-1);
    return last ? { now: last, past: past.slice(0, -1) } : history;
  }
  const next = changeBench(now, step.change);
  const isPulled = step.change.type === "moved" || step.change.type === "turned";
  return { now: next, past: isPulled ? past : [...past, now].slice(-MOST_STEPS) };
}

/** What could be turned where no length is good: elbows that sit on the ends, and the stop while nothing sits on it. */
function alternativesFor(state: LineState, bench: LineSetup): readonly Alternative[] {
  const elbows = (["a", "b"] as const).flatMap((which) => {
    const insert = state.puts[which]?.insert;
    return insert ? elbowTurns({ ...bench, [which]: state.ends[which] }, which, insert) : [];
  });
  return [...elbows, ...(state.puts.a === null ? stopTurns(bench) : [])];
}

/** The two ends to scale, every stock length as a live curve with its rating, and the tools for what is not a line. */
export function LineView(props: LineBenchProps) {
  const { families, margins, onTake, space } = props;
  const [tool, setTool] = useState<Tool>("line");
  const [first] = families;
  const [history, step] = useReducer(stepThrough, null, () => {
    if (first === undefined) throw new RangeError("the catalogue lists no flexible line");
    return { now: benchState(space, first, props.plannedIn), past: [] };
  });
  const state = history.now;
  const change = (what: LineChange) => step({ type: "change", change: what });
  const bench = benchFrom(state);
  const { lengthsIn } = state.family;
  const fault = setupFault(bench, lengthsIn);
  const solver = useSolver(
    fault === null ? { bench, lengthsIn, margins, alternatives: alternativesFor(state, bench) } : null,
  );
  const rated = fault === null ? (solver.solved?.rated ?? []) : [];
  const best =
    rated.find(({ rating }) => rating === "good") ??
    [...rated].sort((one, other) => (other.curve?.minRadiusIn ?? 0) - (one.curve?.minRadiusIn ?? 0))[0];
  const chosenIn = rated.some(({ lengthIn }) => lengthIn === state.chosenIn)
    ? state.chosenIn
    : (best?.lengthIn ?? null);
  const chosen = rated.find(({ lengthIn }) => lengthIn === chosenIn);
  const tryOut = ({ alternative, best: tried }: TriedAlternative) => {
    const { turn } = alternative;
    const put = turn === undefined ? null : state.puts[turn.which];
    if (turn && put) change({ type: "put", which: turn.which, put: { ...put, hour: turn.hour } });
    for (const which of ["a", "b"] as const) {
      const end = alternative[which];
      if (!turn && end) change({ type: "turned", which, direction: end.direction });
    }
    change({ type: "chosen", lengthIn: tried.lengthIn });
  };
  const interval = solver.whole?.fit.goodIntervalsIn.find(
    ([from, to]) => chosenIn !== null && chosenIn >= from && (to === null || chosenIn <= to),
  );

  return (
    <div className="mt-3" data-line-bench data-solved={solver.solved?.bench === undefined ? "no" : "yes"}>
      <RadioGroup label="Kind of run" options={TOOLS} value={tool} onChange={setTool} />
      {(tool === "line" || tool === "roll-out") && (
        <div className="mt-3 grid gap-x-6 gap-y-4 lg:grid-cols-main-side">
          <section aria-label="Front and side elevation, in inch squares: pull the ends and their directions, or nudge them with the arrow keys">
            <Elevations
              state={state}
              rated={rated}
              chosenIn={chosenIn}
              onGrab={() => step({ type: "grab" })}
              onChange={change}
            />
          </section>
          <div className="grid content-start gap-3">
            <SelectField
              label="Line"
              options={families.map(
                ({ name, goesOnBoth }) => [name, goesOnBoth ? `${name}, goes on both ends` : name] as const,
              )}
              value={state.family.name}
              onChange={(name) => {
                const family = families.find((each) => each.name === name);
                if (family) change({ type: "family", family });
              }}
              hint={`cuffs ${lengthText(state.family.cuffIn)}, bends no tighter than ${lengthText(state.family.minBendRadiusIn)}`}
            />
            {fault && (
              <p role="alert" className="fault">
                {explainFault(fault)}
              </p>
            )}
            {!fault && solver.solved === null && (
              <p role="status" className="text-quiet">
                Bending the lines …
              </p>
            )}
            {tool === "line" && rated.length > 0 && (
              <>
                <LengthAnswer solver={solver} bench={bench} chosenIn={chosenIn} onTry={tryOut} />
                <LengthsTable
                  rated={rated}
                  bench={bench}
                  firm={solver.whole?.fit.fits ?? null}
                  chosenIn={chosenIn}
                  onChoose={(lengthIn) => change({ type: "chosen", lengthIn })}
                />
              </>
            )}
            <div className="flex flex-wrap gap-2">
              {onTake && chosen && chosenIn !== null && (
                <button
                  type="button"
                  className="button button-main"
                  data-next-thing=""
                  onClick={() =>
                    onTake({ min: asSixteenths(chosenIn), max: asSixteenths(chosenIn) }, spaceFrom(state))
                  }
                >
                  Plan with {lengthText(chosenIn)}
                </button>
              )}
              {onTake && interval && (
                <button
                  type="button"
                  className="button"
                  onClick={() => {
                    const { from, to } = intervalIn(interval);
                    const longest = to ?? Math.max(...lengthsIn, from);
                    onTake(
                      { min: asSixteenths(Math.min(from, longest)), max: asSixteenths(longest) },
                      spaceFrom(state),
                    );
                  }}
                >
                  Plan with any good length
                </button>
              )}
              {history.past.length > 0 && (
                <button type="button" className="button" onClick={() => step({ type: "undo" })}>
                  Undo
                </button>
              )}
            </div>
          </div>
        </div>
      )}
      {tool === "roll-out" && fault === null && (
        <RollOutTool bench={bench} lengthsIn={lengthsIn} margins={margins} />
      )}
      {(tool === "line" || tool === "roll-out") && (
        <PlacePanel
          state={state}
          onChange={change}
          inserts={{ a: props.supplyInserts, b: props.inletInserts }}
        />
      )}
      {tool === "riser" && <RiserTool insertions={props.insertions} inlet={relativeInlet(state)} />}
      {tool === "route" && <RouteTool lengthsIn={lengthsIn} minBendRadiusIn={state.family.minBendRadiusIn} />}
      <p className="mt-5 text-small text-quiet">
        The curve is that of an untwisted line that may roll at its nuts; its weight, its thickness and its
        touching itself are left out. The line in your hand and its maker's bend radius win.
      </p>
    </div>
  );
}
