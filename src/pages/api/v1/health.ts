import { answers, otherThan } from "../../../app/endpoint.ts";
import { healthAnswer } from "../../../app/health.ts";

export const GET = answers(async (app) => healthAnswer(app));
export const ALL = otherThan("GET");
