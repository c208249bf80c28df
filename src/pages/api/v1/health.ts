import type { APIRoute } from "astro";
import { healthAnswer } from "../../../app/health.ts";
import { otherThan } from "../../../app/http/endpoint.ts";

export const GET: APIRoute = () => healthAnswer();
export const ALL = otherThan("GET");
