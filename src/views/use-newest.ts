/** Two questions about something that is being pulled: a quick one for every change, the newest only; a long one once it rests. */
import { useEffect, useRef, useState } from "react";
import { errorText, type Work } from "../client/asker.ts";
import { useAsk } from "../client/use-ask.ts";
import { isAbortError } from "../workers/background.ts";

interface NewestQuestions<Q, N, L> {
  readonly quick: (question: Q) => Promise<N>;
  /** Asked when the question has rested for so long, ms. */
  readonly restMs: number;
  readonly long: (question: Q, ...how: Parameters<Work<L>>) => Promise<L>;
}

interface Newest<Q, N, L> {
  /** The last quick answer, with its question; null before the first. */
  readonly quick: { readonly question: Q; readonly answer: N } | null;
  /** The long answer, when it is of the question as it stands. */
  readonly long: L | null;
  /** Share of the long work done, or null while none runs. */
  readonly share: number | null;
  readonly trouble: string | null;
  readonly cancel: () => void;
}

/** Asks; null asks nothing. The work of `asks` may change from one drawing to the next: the newest is used. */
export function useNewest<Q, N, L>(question: Q | null, asks: NewestQuestions<Q, N, L>): Newest<Q, N, L> {
  const { now: long, ask: askLong, cancel } = useAsk<L>();
  const [quick, setQuick] = useState<Newest<Q, N, L>["quick"]>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const newest = useRef<Q | null>(null);
  const isRunning = useRef(false);
  const work = useRef(asks);
  work.current = asks;

  // A new object with the same figures asks nothing new: the text of the question is what counts.
  const key = question === null ? null : JSON.stringify(question);
  useEffect(() => {
    if (key === null) return;
    const asked = JSON.parse(key) as Q;
    newest.current = asked;
    // Every frame of a drag asks: the question under way is let end, or none would ever be answered; then the newest is asked.
    const askNewest = () => {
      const now = newest.current;
      if (now === null || isRunning.current) return;
      isRunning.current = true;
      work.current
        .quick(now)
        .then((answer) => {
          setQuick({ question: now, answer });
          setTrouble(null);
        })
        .catch((error: unknown) => isAbortError(error) || setTrouble(errorText(error)))
        .finally(() => {
          isRunning.current = false;
          if (newest.current !== now) askNewest();
        });
    };
    askNewest();
    const rest = setTimeout(
      () => askLong((signal, onProgress) => work.current.long(asked, signal, onProgress)),
      work.current.restMs,
    );
    return () => {
      clearTimeout(rest);
      cancel();
    };
  }, [key, askLong, cancel]);

  return {
    quick,
    long: long.state === "answered" ? long.answer : null,
    share: long.state === "asking" ? (long.share ?? 0) : null,
    trouble: long.state === "failed" ? errorText(long.error) : trouble,
    cancel,
  };
}
