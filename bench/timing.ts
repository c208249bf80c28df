const ROUNDS = 60;
const WARM_UP = 10;

/** Times of one call after a warm-up, ms, sorted. */
export async function timesMs(work: () => Promise<unknown> | unknown, rounds = ROUNDS): Promise<number[]> {
  const times: number[] = [];
  for (let round = 0; round < rounds + WARM_UP; round += 1) {
    const started = performance.now();
    await work();
    if (round >= WARM_UP) times.push(performance.now() - started);
  }
  return times.sort((a, b) => a - b);
}

export function quantile(sorted: readonly number[], share: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN;
}

/** Median time of one call, ms. */
export async function medianMs(work: () => Promise<unknown> | unknown, rounds = ROUNDS): Promise<number> {
  return quantile(await timesMs(work, rounds), 0.5);
}

/** Mean time of one of many calls in a row, ms: for calls too short to be timed alone. The calls are made twice, timed once. */
export function meanMs(work: (at: number) => unknown, rounds: number): number {
  for (let at = 0; at < rounds; at += 1) work(at);
  const started = performance.now();
  for (let at = 0; at < rounds; at += 1) work(at);
  return (performance.now() - started) / rounds;
}
