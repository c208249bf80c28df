/** Times typed on a device whose clock is wrong, put right by what the device says its clock says now. */
import type { VisitEvent } from "../../core/visit/index.ts";
import { AppError } from "../http/app-error.ts";

/** Clock difference that is let pass between a device and the server, ms: five minutes. */
const CLOCK_SLACK_MS = 5 * 60 * 1000;
/** Times that a working clock can say: the years from 2000 to 2099, as an event is read (core/visit/event-shape.ts). */
const FIRST_MS = Date.UTC(2000, 0, 1);
const END_MS = Date.UTC(2100, 0, 1);

function corrected(event: VisitEvent, toMs: number): VisitEvent {
  return {
    ...event,
    typedAt: new Date(toMs).toISOString(),
    deviceTypedAt: event.deviceTypedAt ?? event.typedAt,
  };
}

/**
 * Returns the events with their times as they were. `sentAt` is the sender's clock as it sends: a difference beyond the slack is taken
 * off every time, and what then still lies ahead (the clock was put right in between) becomes the time of receiving. What is typed later than it is
 * sent, within the slack, becomes the time of sending: minutes of a look cannot be had in advance. A time that no
 * working clock says, corrected or not, becomes the time of receiving too, and is marked: the event is kept.
 * Without `sentAt` nobody knows the difference. Errors: AppError refused for a time that then lies ahead.
 */
export function withTypedTimes(
  events: readonly VisitEvent[],
  now: Date,
  sentAt: string | null,
): readonly VisitEvent[] {
  const nowMs = now.getTime();
  const latest = nowMs + CLOCK_SLACK_MS;
  const off = sentAt === null ? 0 : nowMs - Date.parse(sentAt);
  const shift = Math.abs(off) > CLOCK_SLACK_MS ? off : 0;
  // Nothing is typed after it is sent, by the sender's own clock.
  const sentMs = sentAt === null ? nowMs : Date.parse(sentAt) + shift;
  return events.map((event, index): VisitEvent => {
    const typedMs = Date.parse(event.typedAt) + shift;
    if (!(typedMs >= FIRST_MS && typedMs < END_MS))
      return { ...corrected(event, nowMs), isClockUnknown: true };
    if (typedMs > latest) {
      if (sentAt !== null) return corrected(event, nowMs);
      throw new AppError("refused", "That time is still to come: set the clock of this device.", [
        { path: `events.${index}.typedAt`, message: "lies in the future" },
      ]);
    }
    if (shift !== 0) return corrected(event, Math.min(typedMs, nowMs));
    return typedMs > sentMs ? corrected(event, sentMs) : event;
  });
}
