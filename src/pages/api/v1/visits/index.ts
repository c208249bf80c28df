import { invalid } from "../../../../app/http/app-error.ts";
import { getEndpoint, otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { isReadable, readVisitPage } from "../../../../app/visit/today.ts";
import { openVisit } from "../../../../app/visit/visit.ts";
import { listVisitsEndpoint } from "../../../../schema/endpoint/list-visits.ts";
import { openVisitEndpoint } from "../../../../schema/endpoint/open-visit.ts";
import { visitListQuery } from "../../../../schema/visit-list.ts";

export const GET = getEndpoint(listVisitsEndpoint, async (app, { url }) => {
  const query = visitListQuery.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) throw invalid(query.error);
  const { list, limit, after } = query.data;
  const { tickets, next } = await readVisitPage(app, list, { limit, after: after ?? null });
  return {
    visits: tickets.map((ticket) => ({
      visit: ticket.id,
      version: ticket.version,
      site: ticket.site,
      title: ticket.title,
      startsAt: ticket.startsAt.toISOString(),
      lookBackDueAt: ticket.lookBackDueAt?.toISOString() ?? null,
      connections: isReadable(ticket)
        ? ticket.connections.map(({ id, label, phase }) => ({ connection: id, label, phase }))
        : [],
      ...(isReadable(ticket) ? {} : { unreadable: ticket.unreadable }),
    })),
    next,
  };
});
export const POST = postEndpoint(openVisitEndpoint, async (app, { visit, events, sentAt }, { request }) =>
  openVisit(app, visit, events, { sentAt, actor: await app.actor(), signal: request.signal }),
);
export const ALL = otherThan("GET", "POST");
