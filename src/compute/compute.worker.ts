/** A worker of the server's pool: takes a question, gives the answer. No logic of its own; built to one file by ops/build.ts. */
import { loadTables } from "./tables.ts";
import { perform, type TaskInput, type TaskName, type TaskOutput, WorkerTables, warmUp } from "./tasks.ts";

const know = new WorkerTables(loadTables());
// Once over the tables before the first question: its time is bounded, and a cold start is not its fault.
warmUp(know.tables);

export default function answer<N extends TaskName>({
  name,
  input,
}: {
  readonly name: N;
  readonly input: TaskInput<N>;
}): TaskOutput<N> {
  return perform(know, name, input);
}
