import { useEffect, useState } from "react";
import type { Checkpoint } from "../../core/check/index.ts";
import type { EndCode } from "../../core/end/index.ts";
import type { Place } from "../../core/identify/index.ts";
import type { StepTables } from "../../core/step/index.ts";
import { foldVisit } from "../../core/visit/index.ts";
import type { EndOffer } from "../../drawing/end-choice.ts";
import { deferred, OPENING } from "../../ui/deferred.tsx";
import { Notice } from "../../ui/notice.tsx";
import type { PracticeRow } from "../survey/practice-choices.tsx";
import { ConnectionSurvey } from "../survey/survey.tsx";
import { type HeldHere, readHeldHere } from "../visit-log/use-visit-events.ts";
import { useVisitLog } from "../visit-log/use-visit-log.ts";
import { begunHash } from "./opening-fields.ts";

const NotesAndPhotos = deferred(
  async () => (await import("../visit-run-sheet/notes-and-photos.tsx")).NotesAndPhotos,
  OPENING,
  "soon",
);

export interface BegunVisitProps {
  readonly visitId: string;
  /** null: its first. */
  readonly connectionId: string | null;
  readonly actor: string;
  /** When the page was made, UTC. */
  readonly now: string;
  readonly tables: StepTables & { readonly checkpoints: readonly Checkpoint[] };
  readonly offer: Pick<EndOffer, "ends" | "shapes">;
  /** Ends met most, for each preset. */
  readonly likely: Readonly<Record<string, Readonly<Partial<Record<Place, readonly EndCode[]>>>>>;
  readonly schools: readonly PracticeRow[];
}

/** Nothing but what this browser keeps: no page has been made of the visit. */
const NO_EVENTS: readonly never[] = [];
const NO_EVENT_TEXT = "[]";

interface SurveyedHereProps extends BegunVisitProps {
  readonly connectionId: string;
  readonly zone: string;
  readonly heldHere: HeldHere;
}

function SurveyedHere({ likely, offer, ...props }: SurveyedHereProps) {
  const log = useVisitLog({ ...props, eventText: NO_EVENT_TEXT });
  const { visit, connection } = log;
  const { visitId } = props;
  const isSent = log.log.waiting.length === 0;
  return (
    <>
      <header>
        <h1>
          {connection.survey.label} <span className="font-normal text-quiet">Survey</span>
        </h1>
        <p className="text-quiet">
          {[connection.survey.place, visit.site?.name].filter(Boolean).join(", ")} · {visit.title}
        </p>
      </header>
      <Notice tone="work" role="status" className="mt-2">
        {isSent ? (
          <>
            The server has this visit.{" "}
            <a className="inline-flex min-h-touch items-center" href={`/visits/${visitId}`}>
              Go on there
            </a>
          </>
        ) : (
          "Begun on this device: kept here, and sent once there is a network."
        )}
      </Notice>
      {visit.connections.length > 1 && (
        <nav aria-label="Connections" className="mt-2 flex flex-wrap gap-2">
          {visit.connections.map(({ id, survey }) => (
            <a
              key={id}
              className="button aria-[current=page]:bg-ink aria-[current=page]:text-paper"
              href={begunHash(visitId, id)}
              aria-current={id === connection.id ? "page" : undefined}
            >
              {survey.label}
            </a>
          ))}
        </nav>
      )}
      <ConnectionSurvey
        key={connection.id}
        {...props}
        eventText={NO_EVENT_TEXT}
        asLeft={null}
        offer={{ ...offer, likely: likely[connection.survey.preset] ?? {} }}
        log={log}
      />
      <NotesAndPhotos visitId={visitId} connection={connection} act={log.act} strike={log.undo} />
    </>
  );
}

/** A visit as this browser keeps it, one connection after the other. */
export function BegunVisit({ connectionId, ...props }: BegunVisitProps) {
  const { visitId } = props;
  const [held, setHeld] = useState<HeldHere | null>(null);
  useEffect(() => {
    readHeldHere(visitId, NO_EVENTS).then(setHeld, () =>
      setHeld({ sent: [], queue: { waiting: [], tray: [] } }),
    );
  }, [visitId]);
  if (held === null) return OPENING;
  const { site, connections } = foldVisit([...held.sent, ...held.queue.waiting]);
  const connection = connections.find(({ id }) => id === connectionId) ?? connections[0];
  if (site === null || connection === undefined)
    return (
      <>
        <h1>Begun on this device</h1>
        <p>
          This device keeps nothing of the visit any more. <a href={`/visits/${visitId}`}>Open the visit</a>{" "}
          at the server, or <a href="/visits/begin">begin another one</a>.
        </p>
      </>
    );
  return <SurveyedHere {...props} connectionId={connection.id} zone={site.zone} heldHere={held} />;
}
