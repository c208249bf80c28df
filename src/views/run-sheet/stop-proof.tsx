import { useState } from "react";
import { call } from "../../client/call.ts";
import { useAsk } from "../../client/use-ask.ts";
import type { FixtureFacts, Plan, PlanPart, PlanRequest } from "../../core/plan/index.ts";
import { type RunStep, usualProofMethod } from "../../core/step/index.ts";
import { PROOF_METHODS, planRequestOf, type StopProved, type Survey } from "../../core/survey/index.ts";
import type { ConnectionState, VisitAct } from "../../core/visit/index.ts";
import { METHOD_WORDS } from "../../labels/survey.ts";
import { SelectField } from "../../ui/field.tsx";
import { Notice } from "../../ui/notice.tsx";
import { tickAct } from "../run-sheet/tick.ts";

interface StopProofProps {
  readonly connection: ConnectionState;
  readonly act: (...acts: readonly VisitAct[]) => boolean;
  readonly fixture: FixtureFacts | undefined;
  /** The step that is ticked together with a proof that lets work go on; null: no such step is open. */
  readonly proves: RunStep | null;
}

const RESULTS: readonly { readonly result: StopProved; readonly label: string; readonly tone: string }[] = [
  { result: "holds", label: "Holds", tone: "button-dry" },
  { result: "weeps", label: "Weeps", tone: "" },
  { result: "dead", label: "Does not hold", tone: "button-wet" },
  { result: "seized", label: "Seized or broken", tone: "button-wet" },
  { result: "unreachable", label: "Cannot be reached", tone: "" },
];

/** Answers of a valve that is in the hand and turns. */
const PLAIN_RESULTS = RESULTS.filter(({ result }) => ["holds", "weeps", "dead"].includes(result));

/** A button an answer. */
function ResultButtons({
  results,
  onResult,
}: {
  readonly results: typeof RESULTS;
  readonly onResult: (result: StopProved) => void;
}) {
  return results.map(({ result, label, tone }) => (
    <button
      key={result}
      type="button"
      className={`button min-h-touch-large ${tone}`}
      onClick={() => onResult(result)}
    >
      {label}
    </button>
  ));
}

/** What the stop showed when it was closed: the answer is kept, and the rest of the visit is planned by it at once. */
export function StopProof({ connection, act, fixture, proves }: StopProofProps) {
  const { survey } = connection;
  const [method, setMethod] = useState<(typeof PROOF_METHODS)[number]>(
    survey.stop.method ?? usualProofMethod(survey, fixture),
  );
  const [drops, setDrops] = useState("");
  const prove = (result: StopProved) => {
    const proved: VisitAct = {
      kind: "stop-proved",
      connection: connection.id,
      result,
      method,
      dropsPerMin: result === "weeps" && /^\d{1,3}$/.test(drops) && Number(drops) > 0 ? Number(drops) : null,
    };
    const goesOn = result === "holds" || result === "weeps";
    if (goesOn && proves !== null) act(proved, tickAct(connection.id, proves, null));
    else act(proved);
  };
  return (
    <fieldset className="mt-2 notice notice-work">
      <legend className="sr-only">Proof of the stop, {survey.label}</legend>
      <label className="mb-2 block text-small">
        <span className="text-quiet">Proved by </span>
        <select
          className="field"
          value={method}
          onChange={(event) => {
            const method = PROOF_METHODS.find((each) => each === event.target.value);
            if (method) setMethod(method);
          }}
        >
          {METHOD_WORDS.filter(([each]) => each !== "none").map(([each, words]) => (
            <option key={each} value={each}>
              {words}
            </option>
          ))}
        </select>
      </label>
      <div className="grid grid-cols-2 gap-2 sm:flex sm:flex-wrap">
        <ResultButtons results={RESULTS} onResult={prove} />
        <label className="text-small">
          <span className="block text-quiet">Weeping: drops a minute</span>
          <input
            className="field figure w-24"
            inputMode="numeric"
            value={drops}
            onChange={(event) => setDrops(event.target.value)}
          />
        </label>
      </div>
      <p className="mt-1 text-small text-quiet">
        First rule out a cross-over from the other side through a mixing valve. Never force a stem.
      </p>
    </fieldset>
  );
}

/** What a valve above showed when it was shut. One that does not close is passed over: the next one up is on the sheet at once. */
export function ValveProof({
  connection,
  valve,
  act,
  proves,
}: Pick<StopProofProps, "connection" | "act"> & {
  readonly valve: string;
  /** The step that the answer ticks; null: the answer itself is the tick. */
  readonly proves: RunStep | null;
}) {
  const known = connection.valves.find(({ name }) => name === valve);
  const prove = (result: StopProved) => {
    const acts: readonly VisitAct[] = [
      {
        kind: "stop-proved",
        connection: connection.id,
        result,
        method: "outlet-opened",
        dropsPerMin: null,
        valve,
      },
      ...(known === undefined
        ? []
        : [
            {
              kind: "valve-noted" as const,
              valve: { ...known, proof: result, provedAt: new Date().toISOString() },
            },
          ]),
      ...(result === "dead" || proves === null ? [] : [tickAct(connection.id, proves, null)]),
    ];
    act(...acts);
  };
  return (
    <fieldset className="mt-2 grid grid-cols-2 gap-2 notice notice-work sm:flex sm:flex-wrap">
      <legend className="sr-only">Proof of {valve}</legend>
      <ResultButtons results={PLAIN_RESULTS} onResult={prove} />
    </fieldset>
  );
}

/** What a new stop shows when its water comes: tried with its outlet open over a bucket, before anything goes on it. */
export function NewStopProof({
  connection,
  act,
  proves,
}: Pick<StopProofProps, "connection" | "act" | "proves">) {
  const found = connection.proofs.findLast(({ isNew }) => isNew);
  const prove = (result: StopProved) => {
    const proved: VisitAct = {
      kind: "stop-proved",
      connection: connection.id,
      result,
      method: "outlet-opened",
      dropsPerMin: null,
      isNew: true,
    };
    if (result === "dead" || proves === null) act(proved);
    else act(proved, tickAct(connection.id, proves, null));
  };
  return (
    <fieldset className="mt-2 notice notice-work">
      <legend className="sr-only">Proof of the new stop, {connection.survey.label}</legend>
      <div className="grid grid-cols-2 gap-2 sm:flex sm:flex-wrap">
        <ResultButtons results={PLAIN_RESULTS} onResult={prove} />
      </div>
      {found?.result === "dead" && (
        <p className="mt-1 text-wet-ink">
          It did not hold. Shut the valve above again: another stop goes on before anything else does, or it
          is made up anew.
        </p>
      )}
    </fieldset>
  );
}

/** Ends of pipe a stop usually sits on. */
const STUBS: readonly { readonly end: string; readonly label: string }[] = [
  { end: "pipe-1/2-copper", label: '1/2" copper pipe' },
  { end: "pipe-1/2-pex", label: '1/2" PEX' },
  { end: "pipe-1/2-cpvc", label: '1/2" CPVC' },
  { end: "npt-1/2-m", label: '1/2" threaded nipple' },
];

interface Offer {
  readonly survey: Survey;
  readonly plan: Plan;
  readonly request: PlanRequest;
}

/** Parts of one plan beyond those of another, by SKU. */
export function extraParts(plan: Plan, before: Plan | null): readonly PlanPart[] {
  const quantityBefore = new Map((before?.parts ?? []).map(({ sku, quantity }) => [sku, quantity]));
  return plan.parts.flatMap((part) => {
    const more = part.quantity - (quantityBefore.get(part.sku) ?? 0);
    return more > 0 ? [{ ...part, quantity: more }] : [];
  });
}

/** A stop that fails can be replaced in the same visit: what that takes besides, and the plan for it. */
export function ReplaceStop({ connection, act }: Pick<StopProofProps, "connection" | "act">) {
  const [stub, setStub] = useState(STUBS[0]?.end ?? "");
  const { now, ask, cancel } = useAsk<Offer | null>();
  const offer = now.state === "answered" ? now.answer : null;
  const isMade = connection.joints.some(({ madeAt }) => madeAt !== null);
  if (isMade)
    return (
      <Notice tone="work" className="mt-2">
        Joints stand on this stop already: work from the next valve up, and quote its replacement.
      </Notice>
    );
  const askPlanner = () => {
    const survey: Survey = {
      ...connection.survey,
      supply: {
        ...connection.survey.supply,
        kind: "dead-stop",
        end: stub,
      },
    };
    ask(async (signal) => {
      const { plans, request } = await call("POST /api/v1/hookups/ways", {
        body: { ...planRequestOf(survey, null), stock: null },
        signal,
      });
      const [plan] = plans;
      return plan ? { survey, plan, request } : null;
    });
  };
  const extra = offer ? extraParts(offer.plan, connection.plan?.plan ?? null) : [];
  return (
    <div className="mt-2 notice notice-work">
      <p>The next valve up is on the sheet now. The stop itself can be replaced in the same visit:</p>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <SelectField
          label="It sits on"
          options={STUBS.map(({ end, label }) => [end, label])}
          value={stub}
          onChange={(end) => {
            setStub(end);
            cancel();
          }}
        />
        <button type="button" className="button" disabled={now.state === "asking"} onClick={askPlanner}>
          {now.state === "asking" ? "Planning…" : "What would it take?"}
        </button>
      </div>
      {now.state === "failed" && (
        <p className="fault mt-1">
          Planning needs the network, and there is none now. The next valve up holds till then.
        </p>
      )}
      {now.state === "answered" && offer === null && (
        <p className="fault mt-1">No stop in the catalogue goes on it: see Hookup.</p>
      )}
      {offer && (
        <div className="mt-2">
          <p>Besides what was planned:</p>
          <ul>
            {extra.map(({ sku, name, quantity }) => (
              <li key={sku}>
                <span className="figure">{quantity} ×</span> {name}{" "}
                <span className="figure text-quiet">{sku}</span>
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="button button-main mt-2"
            onClick={() =>
              act(
                {
                  kind: "survey-saved",
                  connection: connection.id,
                  survey: offer.survey,
                  basedOn: connection.surveyEvent,
                },
                { kind: "plan-chosen", connection: connection.id, plan: offer.plan, request: offer.request },
              )
            }
          >
            Replace it in this visit
          </button>
        </div>
      )}
    </div>
  );
}
