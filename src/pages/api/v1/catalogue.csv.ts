import { answers, otherMethods } from "../../../app/endpoint.ts";
import { exportCatalogue } from "../../../app/shop.ts";

export const GET = answers(
  async (app) =>
    new Response(await exportCatalogue(app), {
      headers: {
        "content-type": "text/csv; charset=utf-8",
        "content-disposition": 'attachment; filename="catalogue.csv"',
        "cache-control": "no-store",
      },
    }),
);
export const ALL = otherMethods;
