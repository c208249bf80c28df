import { readDay } from "../../../../app/day.ts";
import { otherMethods, reads, takes } from "../../../../app/endpoint.ts";
import { openVisit } from "../../../../app/visits.ts";
import { openVisitRequest } from "../../../../schema/visit.ts";

export const GET = reads(async (app) => {
  const tickets = await readDay(app);
  return {
    visits: tickets.map(({ id, version, state, startsAt, lookBackDueAt, connections }) => ({
      visit: id,
      version,
      site: state.site,
      title: state.title,
      startsAt: startsAt.toISOString(),
      lookBackDueAt: lookBackDueAt?.toISOString() ?? null,
      connections: connections.map(({ connection, phase }) => ({
        connection: connection.id,
        label: connection.survey.label,
        phase,
      })),
    })),
  };
});
export const POST = takes(openVisitRequest, (app, { visit, events }) => openVisit(app, visit, events), 201);
export const ALL = otherMethods;
