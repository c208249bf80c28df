import type { APIRoute } from "astro";
import { otherThan } from "../../../app/endpoint.ts";
import { healthAnswer } from "../../../app/health.ts";

export const GET: APIRoute = () => healthAnswer();
export const ALL = otherThan("GET");
