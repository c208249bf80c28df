/** A kept hold's readings as a file: the same the logger import reads. */
import { stringify } from "csv-stringify/sync";
import type { Context } from "../context.ts";
import { notFound } from "../http/app-error.ts";
import { fileAnswer } from "../http/file-response.ts";
import { readVisit } from "../visit/visit.ts";

/** Writes the readings of a kept hold as CSV. Errors: AppError not-found. */
export async function holdFile(context: Pick<Context, "sql">, visit: string, id: string): Promise<Response> {
  const { state } = await readVisit(context, visit);
  const hold = state.connections.flatMap(({ holds }) => holds).find((each) => each.id === id);
  if (!hold) throw notFound("hold");
  const { samples } = hold.test;
  const withTemp = samples.some(({ tempF }) => tempF !== undefined);
  const rows = samples.map(({ t, psi, tempF }) => (withTemp ? [t, psi, tempF ?? ""] : [t, psi]));
  const columns = withTemp ? ["time_s", "pressure_psi", "temperature_F"] : ["time_s", "pressure_psi"];
  // A comment line is what loggers use for such; the import passes over it.
  const note = hold.source === "simulated" ? "# simulated readings\n" : "";
  return fileAnswer(note + stringify(rows, { header: true, columns }), "hold.csv");
}
