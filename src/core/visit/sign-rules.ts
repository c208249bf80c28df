/** What stands between a connection and its signature. */

import { openBeforeSigning } from "../check/index.ts";
import { sheetIn } from "../schedule/index.ts";
import { owedAt } from "../situation/index.ts";
import type { StepTables } from "../step/index.ts";
import type { ConnectionState } from "./connection-state.ts";
import { no, type On, type Refusal, type Surroundings } from "./refusal.ts";
import { unresolvedOf } from "./unresolved.ts";

/** A signature beside a leak or a weep on record says what became of it. Signatures of before this was asked stand. */
function resolutionRefusal(connection: ConnectionState, event: On<"connection-signed">): Refusal | null {
  const unresolved = unresolvedOf(connection);
  if (unresolved === null || event.resolved !== undefined) return null;
  const what =
    unresolved.leak === null
      ? `A weep at ${unresolved.weeps.join(", ")} stands behind an exception`
      : "The last pressure test called a leak";
  return { ...no("resolved", `${what}: write down what became of it.`), isOfArrival: true };
}

/** Nobody leaves what the work still owes without a word. Signatures of before this was asked stand. */
function owedRefusal(
  { visit, fixture }: Surroundings,
  { left = [], connection }: On<"connection-signed">,
  tables: StepTables,
): Refusal | null {
  const unsaid = owedAt(sheetIn(visit.connections, fixture, tables).steps, connection).find(
    ({ code }) => !left.some((each) => each.code === code),
  );
  if (unsaid === undefined) return null;
  return {
    ...no(
      "left",
      `Still to do (${unsaid.code}): ${unsaid.step.text.replace(/\.$/, "")}. Do that and tick it, or write down why it is left.`,
    ),
    isOfArrival: true,
  };
}

const OPEN_WORDS = { open: "not checked", short: "looked at too shortly", weeping: "wet" } as const;

/** Returns why a connection may not be signed yet, or null. */
export function signRefusal(
  connection: ConnectionState,
  surroundings: Surroundings,
  event: On<"connection-signed">,
  tables: StepTables,
): Refusal | null {
  if (connection.plan === null) return no("connection", "Nothing has been made here yet.");
  if (connection.joints.some((joint) => joint.madeAt === null))
    return no("connection", "Not every joint is made.");
  const [first, ...more] = openBeforeSigning(connection, tables.stages);
  if (first === undefined)
    return owedRefusal(surroundings, event, tables) ?? resolutionRefusal(connection, event);
  const where =
    first.target === "connection"
      ? ""
      : /^\d/.test(first.target)
        ? ` at joint ${first.target}`
        : ` at ${first.target}`;
  const moreText = more.length > 0 ? ` (and ${more.length} more)` : "";
  return no(
    "connection",
    `"${first.stage.label}"${where} is ${OPEN_WORDS[first.standing]}${moreText}: check it dry or write the exception down.`,
  );
}
