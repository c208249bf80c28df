import type { Target } from "../../core/check/index.ts";
import type { ShutFirst, WaterMap } from "../../core/situation/index.ts";
import { remakeUnderWay } from "../../core/step/index.ts";
import { formatTurn, formatTurns } from "../../core/units/index.ts";
import { type ConnectionState, SNUG_TURNS, snugsLeft, type VisitAct } from "../../core/visit/index.ts";
import { TurnDial } from "../../drawing/turn-dial.tsx";
import { WaterTree } from "../../drawing/water-tree.tsx";
import { besideWords, shutFirstWords } from "../../words/shut-first.ts";

interface WeepPanelProps {
  readonly connection: ConnectionState;
  readonly target: Target;
  readonly act: (act: VisitAct) => boolean;
  readonly onTouched: () => void;
  /** What to shut where it sprays or goes on; null: not known. */
  readonly first: ShutFirst | null;
  /** The water as it stands; null: signed. */
  readonly map: WaterMap | null;
}

/** A wet joint: how far it has been turned, whether it may be turned on, and opening it. A wet checkpoint has its ladder of remedies. */
export function WeepPanel({ connection, target, act, onTouched, first, map }: WeepPanelProps) {
  const state = connection.joints.find(({ joint }) => String(joint.number) === target);
  const { remedies = [] } = connection.checkpoints.find(({ letter }) => letter === target) ?? {};
  if (!state)
    return (
      <div className="mt-3">
        {remedies.length > 0 && (
          <>
            <p className="font-bold">What helps, the gentlest first:</p>
            <ol className="list-decimal pl-5">
              {remedies.map((remedy) => (
                <li key={remedy}>{remedy}</li>
              ))}
            </ol>
          </>
        )}
        <p>
          Put it right, then look again: the next look counts. What cannot be put right today is written down
          as an exception and told to the customer.
        </p>
      </div>
    );
  const { joint } = state;
  if (remakeUnderWay(connection)?.joints.includes(joint.number) === true) return null;
  const left = snugsLeft(state);
  const begin = () => act({ kind: "remake-begun", connection: connection.id, joint: joint.number });
  const ownStop = map?.ends.find((end) => end.connection === connection.id)?.below ?? null;
  const place = connection.valves.find(({ name }) => name === first?.valve)?.place ?? "";
  return (
    <div className="mt-3 grid gap-4 notice notice-wet md:grid-cols-start">
      {first !== null && (
        <p className="md:col-span-2" data-shut-first="">
          <strong>
            {left > 0 && !first.isHot ? "A bead: one snug as it stands. Spray, or it goes on: " : "First: "}
          </strong>
          {shutFirstWords(first, place)} {besideWords(first)}
        </p>
      )}
      {first !== null && map !== null && (
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by keyboard
        <section className="strip-scroll md:col-span-2" aria-label="What to shut, drawn" tabIndex={0}>
          <WaterTree map={map} toShut={first.valve ?? ownStop} />
        </section>
      )}
      {joint.turns && joint.hardMaxTurns !== null && (
        <div>
          <TurnDial
            min={joint.turns.min}
            max={joint.turns.max}
            hardMax={joint.hardMaxTurns}
            turned={state.turns}
          />
          <p className="figure text-center text-small">{formatTurns(joint.turns)}</p>
        </div>
      )}
      <div>
        <p>
          Turned so far:{" "}
          <strong className="figure">
            {state.turns === null ? "not counted" : `${formatTurn(state.turns)} past hand-tight`}
          </strong>
          {joint.hardMaxTurns !== null && (
            <>
              . Never past {formatTurn(joint.hardMaxTurns)}: {joint.reason}.
            </>
          )}
        </p>
        <p className="mt-1">
          {left > 0
            ? `${left === 1 ? "One snug is" : "Two snugs are"} left. After that it comes apart.`
            : joint.maySnug
              ? "No snug is left: open it, look, and re-make it."
              : `A ${joint.label} is never snugged: let the pressure off, open it, and re-make it.`}
        </p>
        <div className="mt-3 flex flex-wrap gap-3">
          {left > 0 && (
            <button
              type="button"
              className="button button-main"
              data-next-thing=""
              onClick={() => {
                const isKept = act({
                  kind: "joint-snugged",
                  connection: connection.id,
                  joint: joint.number,
                  turns: SNUG_TURNS,
                });
                if (isKept) onTouched();
              }}
            >
              Snugged 1/8 more, wiped
            </button>
          )}
        </div>
        <button
          type="button"
          className={`button mt-3 ${left === 0 ? "button-main" : ""}`}
          onClick={begin}
          {...(left === 0 ? { "data-next-thing": "" } : {})}
        >
          Open it and make it anew
        </button>
        <p className="mt-2 text-small text-quiet">
          Look first: {joint.lookFirst.join("; ")}. Made anew: its water is shut, proved and let off, and its
          looks begin again.
        </p>
      </div>
    </div>
  );
}
