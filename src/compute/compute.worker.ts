/** A worker of the server's pool: takes a question, gives the answer. No logic of its own; built to one file by ops/build.ts. */
import { setPriority } from "node:os";
import { loadTables } from "./tables.ts";
import { perform, type TaskInput, type TaskName, type TaskOutput, WorkerTables } from "./tasks.ts";

/** Niceness of this thread alone: whoever only reads or writes is served before anything is worked out. */
const BEHIND_THE_SERVER = 10;
setPriority(BEHIND_THE_SERVER);

const know = new WorkerTables(loadTables());

export default async function answer<N extends TaskName>({
  name,
  input,
}: {
  readonly name: N;
  readonly input: TaskInput<N>;
}): Promise<TaskOutput<N>> {
  return perform(know, name, input);
}
