import { useState } from "react";
import type { Stage } from "../../core/check/index.ts";
import { openBeforeSigning } from "../../core/check/index.ts";
import type { LeftCode, Owed } from "../../core/situation/index.ts";
import { type ConnectionState, unresolvedOf, type VisitAct } from "../../core/visit/index.ts";
import { dayTimeText } from "../../labels/site-time.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { SelectField, TextField } from "../../ui/field.tsx";
import { HelpButton } from "../../ui/help-button.tsx";
import { ReasonForm } from "../reason-form.tsx";
import { tickAct } from "../run-sheet/tick.ts";
import { LeftList } from "./left-list.tsx";
import { targetWords } from "./target-panel.tsx";

/** Who looks again the day after. */
export type FollowUpBy = "plumber" | "customer";

interface SignPanelProps {
  readonly followUpBy: FollowUpBy;
  readonly connection: ConnectionState;
  readonly stages: readonly Stage[];
  /** What the work still owes, and how a step is ticked that settles some of it. */
  readonly owed: readonly Owed[];
  readonly actor: string;
  readonly zone: string;
  readonly recordHref: string;
  /** The next connection of the visit that wants signing; null: none. */
  readonly next: ConnectionState | null;
  readonly visitHref: string;
  readonly act: (act: VisitAct) => boolean;
}

function Signed({
  connection,
  zone,
  recordHref,
  next,
  visitHref,
  act,
}: Pick<SignPanelProps, "connection" | "zone" | "recordHref" | "next" | "visitHref" | "act">) {
  const { signed } = connection;
  if (signed === null) return null;
  return (
    <>
      <p className="text-title font-bold text-dry-ink">Signed.</p>
      <p>
        {signed.name}, {dayTimeText(signed.at, zone)}. Follow-up check by the {signed.lookBackBy}, due{" "}
        <strong>{dayTimeText(signed.lookBackDueAt, zone)}</strong>.
      </p>
      {signed.resolved !== null && <p>What became of the leak: {signed.resolved}</p>}
      <p className="mt-3 flex flex-wrap gap-3">
        {next && (
          <a
            className="button button-main"
            href={`${visitHref}/${next.id}/${next.doneRoles.has("water-in") ? "leak-check" : "run-sheet"}`}
          >
            Next: {next.survey.label}
          </a>
        )}
        <a className={next ? "button" : "button button-main"} href={recordHref}>
          Record
        </a>
      </p>
      <Disclosure summary="Reopen" className="mt-2">
        <ReasonForm
          label="Why (the signature is taken off; the list of what happened stays)"
          button="Reopen"
          tone="button-wet"
          onSubmit={(reason) => act({ kind: "connection-reopened", connection: connection.id, reason })}
        />
      </Disclosure>
    </>
  );
}

/** What still stands between the connection and its signature; the signature; what comes after it. */
export function SignPanel(props: SignPanelProps) {
  const { connection, stages, actor, act } = props;
  const [name, setName] = useState(actor);
  const [resolved, setResolved] = useState("");
  const [reasons, setReasons] = useState<Readonly<Partial<Record<LeftCode, string>>>>({});
  const [lookBackBy, setLookBackBy] = useState<FollowUpBy>(props.followUpBy);
  const open = openBeforeSigning(connection, stages);
  const unresolved = unresolvedOf(connection);
  const unmade = connection.joints.filter((joint) => joint.madeAt === null).length;
  return (
    <section aria-label="Signing" className="mt-6 border-t-2 border-rule pt-3">
      <h2>
        Signing <HelpButton topic="signing" />
      </h2>
      {connection.signed ? (
        <Signed {...props} />
      ) : unmade > 0 ? (
        <p>
          {unmade} {unmade === 1 ? "joint is" : "joints are"} not made yet.
        </p>
      ) : open.length > 0 ? (
        <>
          <p>
            Still open: <strong className="figure">{open.length}</strong>. A connection is signed when all of
            these are dry, or the exception is written down.
          </p>
          <ul className="mt-1 columns-1 text-small sm:columns-2 lg:columns-3">
            {open.map(({ stage, target, standing }) => (
              <li key={`${stage.code} ${target}`}>
                {stage.label}: {targetWords(connection, target).title}
                {standing === "weeping" && <strong className="text-wet-ink"> weeps</strong>}
                {standing === "short" && <strong className="text-work-ink"> looked at too shortly</strong>}
              </li>
            ))}
          </ul>
        </>
      ) : (
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            act({
              kind: "connection-signed",
              connection: connection.id,
              name: name.trim(),
              lookBackBy,
              ...(unresolved === null ? {} : { resolved: resolved.trim() }),
              ...(props.owed.length === 0
                ? {}
                : { left: props.owed.map(({ code }) => ({ code, reason: (reasons[code] ?? "").trim() })) }),
            });
          }}
        >
          <LeftList
            owed={props.owed}
            reasons={reasons}
            onReason={(code, reason) => setReasons({ ...reasons, [code]: reason })}
            onSettled={({ step }) => act(tickAct(connection.id, step, null))}
          />
          {unresolved && (
            <div className="w-full notice notice-wet">
              <p>
                {unresolved.leak
                  ? `The last pressure test (${dayTimeText(unresolved.leak.at, props.zone)}) called a leak${
                      unresolved.isBeforeTouch ? ", before a joint was turned or re-made" : ""
                    }. A new test that comes out tight settles it; else say what became of it.`
                  : `A weep at ${unresolved.weeps.join(", ")} stands behind an exception: say what became of it.`}
              </p>
              <TextField
                label="What became of it, as it will stand on the record"
                value={resolved}
                required
                maxLength={500}
                onChange={setResolved}
              />
            </div>
          )}
          <TextField
            label="Signed by"
            autoComplete="name"
            value={name}
            required
            maxLength={100}
            onChange={setName}
          />
          <SelectField
            label="Looks back in a day"
            options={[
              ["plumber", "the plumber"],
              ["customer", "the customer, with instructions"],
            ]}
            value={lookBackBy}
            onChange={setLookBackBy}
          />
          <button className="button button-dry" type="submit" data-next-thing="">
            {unresolved || props.owed.length > 0 ? "Sign with this" : "Sign off: all dry"}
          </button>
        </form>
      )}
    </section>
  );
}
