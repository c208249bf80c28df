/** Making a formatter costs far more than using one: each is kept by its zone. */
function kept(options: Intl.DateTimeFormatOptions): (zone: string) => Intl.DateTimeFormat {
  const formatters = new Map<string, Intl.DateTimeFormat>();
  return (zone) => {
    const formatter =
      formatters.get(zone) ?? new Intl.DateTimeFormat("en-GB", { ...options, timeZone: zone });
    formatters.set(zone, formatter);
    return formatter;
  };
}

const time = kept({ hour: "2-digit", minute: "2-digit" });
const dayAndTime = kept({
  weekday: "short",
  day: "numeric",
  month: "short",
  hour: "2-digit",
  minute: "2-digit",
});

/** A UTC time as the site's clock shows it: 14:05. The same on the server and in the browser. */
export function siteTime(zone: string, iso: string): string {
  return time(zone).format(new Date(iso));
}

/** Day and time: Tue 24 Nov, 14:05. */
export function siteDayTime(zone: string, iso: string): string {
  return dayAndTime(zone).format(new Date(iso));
}
