/** A UTC time as the site's clock shows it: 14:05. The same on the server and in the browser. */
export function clockIn(zone: string, iso: string): string {
  return new Intl.DateTimeFormat("en-GB", { timeZone: zone, hour: "2-digit", minute: "2-digit" }).format(
    new Date(iso),
  );
}

/** Day and time: Tue 24 Nov, 14:05. */
export function dayClockIn(zone: string, iso: string): string {
  return new Intl.DateTimeFormat("en-GB", {
    timeZone: zone,
    weekday: "short",
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  }).format(new Date(iso));
}
