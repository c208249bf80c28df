/** Streams of the server, typed by the definitions of their endpoints. */
import type { Streams } from "../schema/endpoint/index.ts";

type StreamName = keyof Streams;

interface Listener<N extends StreamName> {
  readonly onEvent: (data: Streams[N]) => void;
  /** The server has sent everything. */
  readonly onEnd?: () => void;
  /** The connection is lost. */
  readonly onLost: () => void;
}

/** Listens to a stream until the function that is returned is called. */
export function listen<N extends StreamName>(
  name: N,
  query: Readonly<Record<string, string>>,
  { onEvent, onEnd, onLost }: Listener<N>,
): () => void {
  const source = new EventSource(`${name}?${new URLSearchParams(query)}`);
  source.onmessage = ({ data }: MessageEvent<string>) => onEvent(JSON.parse(data) as Streams[N]);
  if (onEnd) source.addEventListener("end", onEnd);
  source.onerror = onLost;
  return () => source.close();
}
