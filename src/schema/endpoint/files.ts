/** Endpoints that answer files. */
import { z } from "zod";
import { file } from "./definition.ts";
import { onHold, onStrip, onVisit } from "./visit-paths.ts";

const forSpreadsheet = z.object({ for: z.literal("spreadsheet").optional() });

export const FILE_ENDPOINTS = [
  file({
    path: "/api/v1/catalogue.csv",
    summary: "The whole catalogue of this shop as CSV",
    query: forSpreadsheet,
    type: "text/csv",
  }),
  file({
    path: "/api/v1/steps.csv",
    summary: "The step library of this shop as CSV",
    query: forSpreadsheet,
    type: "text/csv",
  }),
  file({
    path: "/api/v1/look-backs.ics",
    summary: "Follow-up checks to come, as a calendar",
    type: "text/calendar",
  }),
  file({
    path: "/api/v1/visits.ics",
    summary: "Visits that are open or to come, as a calendar",
    type: "text/calendar",
  }),
  file({
    path: "/api/v1/visits.csv",
    summary: "Every visit that is not in the bin, as CSV",
    query: forSpreadsheet,
    type: "text/csv",
  }),
  file({
    path: "/api/v1/sites.csv",
    summary: "Every site with its customer, as CSV",
    query: forSpreadsheet,
    type: "text/csv",
  }),
  file({ path: "/api/v1/truck.csv", summary: "What is on the truck, as CSV", type: "text/csv" }),
  file({
    path: "/api/v1/restock.csv",
    summary: "What is below its least on the truck, with prices, as CSV",
    query: forSpreadsheet,
    type: "text/csv",
  }),
  file({
    path: "/api/v1/due.ics",
    summary: "What falls due at sites within a year, as a calendar",
    type: "text/calendar",
  }),
  file({
    path: "/api/v1/visits/{id}/water-off.ics",
    summary: "When a visit's water is off, as a calendar",
    params: onVisit,
    type: "text/calendar",
  }),
  file({
    path: "/api/v1/visits/{id}/export.zip",
    summary: "A visit with its pictures: the JSON of its export and a file for each picture",
    params: onVisit,
    type: "application/zip",
  }),
  file({
    path: "/api/v1/visits/{id}/record.pdf",
    summary: "The record of a visit as a PDF",
    params: onVisit,
    type: "application/pdf",
  }),
  file({
    path: "/api/v1/visits/{id}/strips/{strip}.svg",
    summary: "The run of a connection as an SVG drawing",
    params: onStrip,
    type: "image/svg+xml",
  }),
  file({
    path: "/api/v1/visits/{id}/holds/{hold}.csv",
    summary: "Readings of a kept pressure test as CSV",
    params: onHold,
    type: "text/csv",
  }),
];
