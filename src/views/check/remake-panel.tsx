import { Check } from "lucide-react";
import { useState } from "react";
import type { FixtureFacts } from "../../core/plan/index.ts";
import { connectionFacts, type RunStep, remakeUnderWay, remakeValve } from "../../core/step/index.ts";
import type { ConnectionState, VisitAct } from "../../core/visit/index.ts";
import { inShopUnits } from "../../labels/display.ts";
import { timeText } from "../../labels/site-time.ts";
import { TextField } from "../../ui/field.tsx";
import { REMAKE_WORDS } from "../../words/remake.ts";
import { NewStopProof, StopProof, ValveProof } from "../run-sheet/stop-proof.tsx";
import { tickAct } from "../run-sheet/tick.ts";
import { TurnsChoice } from "../turns-choice.tsx";

interface RemakePanelProps {
  readonly connection: ConnectionState;
  /** The fixture's run sheet. */
  readonly steps: readonly RunStep[];
  readonly fixture: FixtureFacts | undefined;
  readonly zone: string;
  readonly act: (...acts: readonly VisitAct[]) => boolean;
  /** Called when water is in again: the joint is looked at afresh, from the first stage. */
  readonly onWater: () => void;
}

/** What was renewed at a joint that came apart, and how far it was turned. */
function RemadeForm({
  connection,
  number,
  act,
}: Pick<RemakePanelProps, "connection" | "act"> & { readonly number: number }) {
  const [renewed, setRenewed] = useState("");
  const [turns, setTurns] = useState<number | null>(null);
  const joint = connection.joints.find((each) => each.joint.number === number)?.joint;
  if (joint === undefined) return null;
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        act({
          kind: "joint-remade",
          connection: connection.id,
          joint: number,
          turns,
          renewed: renewed.trim(),
        });
      }}
    >
      <TextField
        label={`Joint ${number} made anew (${joint.remake}); renewed:`}
        required
        maxLength={300}
        value={renewed}
        placeholder="new washer"
        onChange={setRenewed}
        className="min-w-56 flex-1"
      />
      {joint.turns !== null && !joint.turns.handOnly && (
        <TurnsChoice
          label={`Turned, joint ${number}`}
          from={0}
          to={joint.hardMaxTurns ?? joint.turns.max}
          value={turns}
          onChange={setTurns}
        />
      )}
      <button className="button button-main" type="submit">
        Joint {number} is made anew
      </button>
    </form>
  );
}

/** The joints that are apart, one form each. */
function RemadeForms({ connection, act }: Pick<RemakePanelProps, "connection" | "act">) {
  const { joints = [], made = [] } = remakeUnderWay(connection) ?? {};
  return joints
    .filter((joint) => !made.includes(joint))
    .map((joint) => <RemadeForm key={joint} {...{ connection, act }} number={joint} />);
}

/** What is answered or told at the act that comes next. */
function NextAct({
  connection,
  step,
  fixture,
  act,
  onWater,
}: Omit<RemakePanelProps, "steps" | "zone"> & { readonly step: RunStep }) {
  const remake = remakeUnderWay(connection);
  const [facts] = connectionFacts([connection], { fixtures: fixture === undefined ? [] : [fixture] });
  if (remake === undefined || facts === undefined) return null;
  const valve = remakeValve(facts, remake);
  if (step.role === "prove-again") {
    if (!valve.isOwnStop) return <ValveProof {...{ connection, act }} valve={valve.name} proves={null} />;
    return facts.hasNewStop ? (
      <NewStopProof {...{ connection, act }} proves={null} />
    ) : (
      <StopProof {...{ connection, act, fixture }} proves={null} />
    );
  }
  if (step.role === "remake") return <RemadeForms {...{ connection, act }} />;
  return (
    <button
      type="button"
      className="button button-main mt-2 min-h-touch-large"
      onClick={() => {
        if (act(tickAct(connection.id, step, null)) && step.role === "water-again") onWater();
      }}
      data-next-thing=""
    >
      {REMAKE_WORDS[step.role ?? ""] ?? "Done"}
    </button>
  );
}

/** A joint that comes apart and is made anew: its acts in order, the next one open. */
export function RemakePanel({ connection, steps, fixture, zone, act, onWater }: RemakePanelProps) {
  const remake = remakeUnderWay(connection);
  if (remake === undefined) return null;
  const own = steps.filter(
    ({ ofRemake, connections }) => ofRemake === remake.number && connections.includes(connection.id),
  );
  const next = own.find(({ isDone }) => !isDone);
  const joints = remake.joints.join(" and ");
  return (
    <section aria-label={`Joint ${joints} is made anew`} className="mt-4 notice notice-wet" data-remake="">
      <h2 className="text-large text-wet-ink">Joint {joints} is made anew</h2>
      <ol className="mt-1">
        {own.map((step) => (
          <li key={step.id} className={`py-2 ${step === next ? "text-lead" : "text-quiet"}`}>
            <p>
              {step.isDone && <Check aria-label="Done:" className="mr-1 inline text-dry-ink" size={18} />}
              {inShopUnits(step.text, step.ownWords)}{" "}
              {step.doneAt !== null && (
                <time className="figure text-small text-dry-ink" dateTime={step.doneAt}>
                  {timeText(step.doneAt, zone)}
                </time>
              )}
            </p>
            {step === next && step.cautions.length > 0 && (
              <p className="text-small text-wet-ink">
                <strong>Caution.</strong> {step.cautions.join(" ")}
              </p>
            )}
            {step === next && <NextAct {...{ connection, step, fixture, act, onWater }} />}
          </li>
        ))}
      </ol>
      {own.length === 0 && <RemadeForms {...{ connection, act }} />}
    </section>
  );
}
