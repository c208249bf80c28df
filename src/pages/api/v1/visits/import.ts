import { otherMethods, takes } from "../../../../app/endpoint.ts";
import { importVisit } from "../../../../app/visit-file.ts";
import { visitFile } from "../../../../schema/visit.ts";

export const POST = takes(visitFile, (app, file) => importVisit(app, file));
export const ALL = otherMethods;
