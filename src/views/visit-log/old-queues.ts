/** Queues as earlier versions of the page kept them, in localStorage: they move over once, and none is lost. */
import { broughtForward, type VisitEvent } from "../../core/visit/index.ts";

const QUEUE = "brass-nut waiting ";
const SENT = "brass-nut sent ";
/** What stood in a queue and could not be read. */
const UNREADABLE = "brass-nut unreadable ";

interface OldRow {
  readonly visit: string;
  readonly id: string;
  readonly event: VisitEvent;
}

/** Everything the old store holds. */
export interface OldQueues {
  readonly waiting: readonly OldRow[];
  readonly tray: readonly (OldRow & { readonly reason: string })[];
  readonly sent: readonly OldRow[];
  readonly unreadable: readonly { readonly name: string; readonly text: string }[];
}

const isObject = (value: unknown): value is object => typeof value === "object" && value !== null;
// What an earlier version wrote itself, and nobody else writes under these names.
const isEvent = (value: unknown): value is VisitEvent => isObject(value) && "id" in value && "kind" in value;

/** Items of one list, each an event or an event with the reason it was refused; null: the text cannot be read. */
function itemsOf(
  text: string,
): readonly { readonly event: VisitEvent; readonly reason: string | null }[] | null {
  try {
    const value: unknown = JSON.parse(text);
    if (!Array.isArray(value)) return null;
    const items = value.map((item: unknown) => {
      const isRefused = isObject(item) && "refused" in item;
      const event = broughtForward(isRefused ? item.refused : item);
      const reason = isRefused && "reason" in item ? String(item.reason) : null;
      return isEvent(event) ? [{ event, reason }] : [];
    });
    return items.every(({ length }) => length === 1) ? items.flat() : null;
  } catch {
    return null;
  }
}

function readOld(): OldQueues & { readonly keys: readonly string[] } {
  const keys = Object.keys(localStorage).filter((key) =>
    [QUEUE, SENT, UNREADABLE].some((start) => key.startsWith(start)),
  );
  const rows: { waiting: OldRow[]; tray: OldQueues["tray"][number][]; sent: OldRow[] } = {
    waiting: [],
    tray: [],
    sent: [],
  };
  const unreadable: { name: string; text: string }[] = [];
  for (const key of keys) {
    const text = localStorage.getItem(key) ?? "";
    const start = [QUEUE, SENT, UNREADABLE].find((each) => key.startsWith(each)) ?? "";
    const visit = key.slice(start.length);
    const items = start === UNREADABLE ? null : itemsOf(text);
    // A copy of what the server has is no loss.
    if (items === null && start !== SENT) unreadable.push({ name: visit, text });
    for (const { event, reason } of items ?? []) {
      const row = { visit, id: event.id, event };
      if (start === SENT) rows.sent.push(row);
      else if (reason === null) rows.waiting.push(row);
      else rows.tray.push({ ...row, reason });
    }
  }
  return { ...rows, unreadable, keys };
}

/** Hands everything the old store holds to `keep`, and forgets it only when `keep` has ended well. */
export async function takeOldQueues(keep: (old: OldQueues) => Promise<void>): Promise<void> {
  if (typeof localStorage === "undefined") return;
  const { keys, ...old } = readOld();
  if (keys.length === 0) return;
  await keep(old);
  for (const key of keys) localStorage.removeItem(key);
}
