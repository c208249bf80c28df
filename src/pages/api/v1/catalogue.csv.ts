import { answers, otherMethods } from "../../../app/endpoint.ts";
import { fileAnswer } from "../../../app/file-answer.ts";
import { exportCatalogue } from "../../../app/shop.ts";

export const GET = answers(async (app) => fileAnswer(await exportCatalogue(app), "catalogue.csv"));
export const ALL = otherMethods;
