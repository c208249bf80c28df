import { useCallback, useEffect, useRef, useState } from "react";
import { heldPhotos, holdPhoto, sendPhotos } from "./photo-queue.ts";

const RETRY_MS = 8000;

interface UnsentPictures {
  /** Addresses at which this device shows its pictures that the server does not have, by id; null: not looked yet. */
  readonly addresses: ReadonlyMap<string, string> | null;
  /** How many of them are on their way. */
  readonly waiting: number;
  /** Keeps a picture on this device and shows it. Errors: whatever the browser throws when it has no more room. */
  readonly hold: (visitId: string, photo: string, picture: Blob) => Promise<void>;
  /** Looks and sends again: a picture was added, or let go. */
  readonly lookAgain: () => void;
}

/** The pictures this device holds, shown from its own store and sent until the server has them. */
export function useUnsentPictures(): UnsentPictures {
  const [held, setHeld] = useState<Pick<UnsentPictures, "addresses" | "waiting">>({
    addresses: null,
    waiting: 0,
  });
  const [round, setRound] = useState(0);
  const lookAgain = useCallback(() => setRound((now) => now + 1), []);
  const shown = useRef(new Map<string, string>());

  // biome-ignore lint/correctness/useExhaustiveDependencies: each round is one more try.
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let isOver = false;
    const look = async () => {
      const photos = await heldPhotos();
      if (isOver) return;
      const addresses = new Map(
        photos.map(([id, { blob }]) => [id, shown.current.get(id) ?? URL.createObjectURL(blob)]),
      );
      for (const [id, address] of shown.current) if (!addresses.has(id)) URL.revokeObjectURL(address);
      shown.current = addresses;
      setHeld({ addresses, waiting: photos.filter(([, { refused }]) => refused === undefined).length });
    };
    const send = async () => {
      await look();
      const left = await sendPhotos();
      await look();
      if (left.size > 0 && !isOver) timer = setTimeout(lookAgain, RETRY_MS);
    };
    // A browser without a store for pictures holds none.
    send().catch(() => setHeld({ addresses: new Map(), waiting: 0 }));
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [round, lookAgain]);

  useEffect(
    () => () => {
      for (const address of shown.current.values()) URL.revokeObjectURL(address);
      shown.current = new Map();
    },
    [],
  );
  const hold = async (visitId: string, photo: string, picture: Blob) => {
    await holdPhoto(visitId, photo, picture);
    const addresses = new Map(shown.current).set(photo, URL.createObjectURL(picture));
    shown.current = addresses;
    setHeld(({ waiting }) => ({ addresses, waiting: waiting + 1 }));
  };
  return { ...held, hold, lookAgain };
}
