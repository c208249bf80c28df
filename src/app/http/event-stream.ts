/** A stream of server-sent events that ends by itself. */

/** A forgotten stream ends after this; the browser asks again while somebody still looks. */
const LONGEST_MS = 120_000;

/** Streams messages as server-sent events: `next` makes each message; null ends the stream with an event named "end". */
export function eventStream(next: () => unknown, everyMs: number): Response {
  const encoder = new TextEncoder();
  let timer: NodeJS.Timeout | undefined;
  const stop = () => clearInterval(timer);
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const until = performance.now() + LONGEST_MS;
      const send = () => {
        const message = next();
        if (message !== null && performance.now() < until)
          return controller.enqueue(encoder.encode(`data: ${JSON.stringify(message)}\n\n`));
        stop();
        if (message === null) controller.enqueue(encoder.encode("event: end\ndata: {}\n\n"));
        controller.close();
      };
      timer = setInterval(send, everyMs);
      send();
    },
    cancel: stop,
  });
  return new Response(body, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-store" },
  });
}
