/** The server's own process, started and watched by ops/start.ts. */
import { serve } from "../src/server.ts";
import { stopDatabaseWithoutSupervisor } from "./end-with-supervisor.ts";

const [dist = "", port = ""] = process.argv.slice(2);
const server = await serve({ dist, port: Number(port) });
let isClosing = false;

function close(): void {
  if (isClosing) return;
  isClosing = true;
  server.close().then(
    () => process.exit(0),
    () => process.exit(1),
  );
}

process.on("SIGTERM", close);
// Ctrl-C reaches every process of the terminal; whoever watches this one says when to stop.
process.on("SIGINT", () => undefined);
// A server that nobody watches any more would stand in the way of the next one, and its database with it.
process.on("disconnect", () => {
  stopDatabaseWithoutSupervisor(process.env["DATA_FOLDER"]);
  close();
});
process.send?.("ready");
