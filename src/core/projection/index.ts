export { PROJECTION_VERSION, type VisitProjection, visitProjection } from "./projection.ts";
export {
  type TicketConnection,
  ticketJoints,
  ticketPhase,
  type VisitTicket,
  visitTicket,
} from "./ticket.ts";
