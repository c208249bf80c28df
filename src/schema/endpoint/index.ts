/** Every endpoint of /api/v1, and the types of what each is asked and answers. */
import type { z } from "zod";
import { addEventsEndpoint } from "./add-events.ts";
import type { DeepReadonly, Endpoint, PostEndpoint } from "./definition.ts";
import { exportVisitEndpoint } from "./export-visit.ts";
import { FILE_ENDPOINTS } from "./files.ts";
import { fitEndpoint } from "./fit-lines.ts";
import { healthEndpoint } from "./health.ts";
import { identifyEndpoint } from "./identify-end.ts";
import { importVisitEndpoint } from "./import-visit.ts";
import { caliperStreamEndpoint, gaugeStreamEndpoint } from "./instruments.ts";
import { holdEndpoint } from "./judge-hold.ts";
import { watchEndpoint } from "./judge-watch.ts";
import { listAlertsEndpoint } from "./list-alerts.ts";
import { endTablesEndpoint } from "./list-ends.ts";
import { listVisitsEndpoint } from "./list-visits.ts";
import { matchEndpoint } from "./match-ends.ts";
import { openVisitEndpoint } from "./open-visit.ts";
import { keepPhotoEndpoint, showPhotoEndpoint } from "./photo.ts";
import { planEndpoint } from "./plan.ts";
import { planHoldEndpoint } from "./plan-hold.ts";
import { planOptionsEndpoint } from "./plan-options.ts";
import { practicePieceEndpoint } from "./practice-piece.ts";
import { readVisitEndpoint } from "./read-visit.ts";
import { runSheetEndpoint } from "./run-sheet.ts";
import { shopSchemaEndpoint } from "./shop-schema.ts";
import { situationEndpoint } from "./situation.ts";
import { loadEndpoint } from "./truck-load.ts";
import { reachEndpoint } from "./truck-reach.ts";
import { visitSchemaEndpoint } from "./visit-schema.ts";
import { flowEndpoint } from "./water-flow.ts";
import { hammerEndpoint } from "./water-hammer.ts";

const JSON_ENDPOINTS = [
  healthEndpoint,
  listAlertsEndpoint,
  endTablesEndpoint,
  identifyEndpoint,
  matchEndpoint,
  planEndpoint,
  planOptionsEndpoint,
  fitEndpoint,
  holdEndpoint,
  planHoldEndpoint,
  watchEndpoint,
  flowEndpoint,
  hammerEndpoint,
  runSheetEndpoint,
  situationEndpoint,
  reachEndpoint,
  practicePieceEndpoint,
  visitSchemaEndpoint,
  shopSchemaEndpoint,
  listVisitsEndpoint,
  openVisitEndpoint,
  loadEndpoint,
  readVisitEndpoint,
  addEventsEndpoint,
  exportVisitEndpoint,
  importVisitEndpoint,
] as const;

const STREAM_ENDPOINTS = [caliperStreamEndpoint, gaugeStreamEndpoint] as const;

export const ENDPOINTS: readonly Endpoint[] = [
  ...JSON_ENDPOINTS,
  showPhotoEndpoint,
  keepPhotoEndpoint,
  ...FILE_ENDPOINTS,
  ...STREAM_ENDPOINTS,
];

/** Endpoints with a JSON body: the contract tests send every example of theirs. */
export const POST_ENDPOINTS: readonly PostEndpoint[] = ENDPOINTS.flatMap((each) =>
  each.method === "post" ? [each] : [],
);

type JsonEndpoint = (typeof JSON_ENDPOINTS)[number];

/** JSON calls by method and address, "POST /api/v1/ends/match", each with what it is asked and what it answers. */
export type Calls = {
  readonly [E in JsonEndpoint as `${Uppercase<E["method"]>} ${E["path"]}`]: {
    readonly asks: E extends { readonly request: infer Q extends z.ZodType }
      ? DeepReadonly<z.input<Q>>
      : null;
    readonly answers: DeepReadonly<z.output<E["response"]>>;
  };
};

/** Streams by address, each with the data of its events. */
export type Streams = {
  readonly [E in (typeof STREAM_ENDPOINTS)[number] as E["path"]]: DeepReadonly<z.output<E["event"]>>;
};
