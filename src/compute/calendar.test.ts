import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { readCalendar } from "./calendar.ts";

const UNTIL = "2027-03-01T00:00:00.000Z";
const ZONE = "America/Halifax";
const fileOf = (...lines: readonly string[]) =>
  ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//x//x//EN", ...lines, "END:VCALENDAR"].join("\r\n");
const entry = (...lines: readonly string[]) => [
  "BEGIN:VEVENT",
  "UID:one",
  "DTSTAMP:20260301T000000Z",
  "SUMMARY:Dentist",
  ...lines,
  "END:VEVENT",
];
function timesOf(...lines: readonly string[]) {
  const outcome = readCalendar(fileOf(...lines), UNTIL, ZONE);
  assert.ok("entries" in outcome, JSON.stringify(outcome));
  return outcome.entries.flatMap(({ times }) => times.map(({ startsAt, endsAt }) => [startsAt, endsAt]));
}
function refusal(...lines: readonly string[]): string {
  const outcome = readCalendar(fileOf(...lines), UNTIL, ZONE);
  assert.ok("refused" in outcome);
  return outcome.refused;
}

describe("a calendar of other people", () => {
  it("has a whole day from midnight to midnight by the clocks of the shop, one day and not two", () =>
    assert.deepEqual(timesOf(...entry("DTSTART;VALUE=DATE:20260710", "DTEND;VALUE=DATE:20260711")), [
      ["2026-07-10T03:00:00.000Z", "2026-07-11T03:00:00.000Z"],
    ]));
  it("takes no time for what is cancelled", () =>
    assert.deepEqual(
      timesOf(...entry("DTSTART:20260710T120000Z", "DTEND:20260710T130000Z", "STATUS:CANCELLED")),
      [],
    ));
  it("tells a time in a zone of the world that the file does not describe by that zone", () =>
    assert.deepEqual(
      timesOf(
        ...entry("DTSTART;TZID=Europe/Berlin:20260710T090000", "DTEND;TZID=Europe/Berlin:20260710T100000"),
      ),
      [["2026-07-10T07:00:00.000Z", "2026-07-10T08:00:00.000Z"]],
    ));
  it("refuses a zone nobody knows, by the entry's name", () =>
    assert.match(
      refusal(...entry("DTSTART;TZID=Somewhere:20260710T090000", "DURATION:PT1H")),
      /"Dentist".*Somewhere/,
    ));
  it("refuses what repeats within a day, and what repeats too much", () => {
    for (const rule of ["SECONDLY;BYMONTH=2;BYMONTHDAY=30", "MINUTELY", "HOURLY;INTERVAL=2"])
      assert.match(
        refusal(...entry("DTSTART:20260710T120000Z", "DURATION:PT1H", `RRULE:FREQ=${rule}`)),
        /within a day/,
      );
  });
  it("keeps what repeats at its hour over a change of the clocks", () => {
    const weekly = timesOf(
      ...entry("DTSTART;TZID=America/Halifax:20261028T090000", "DURATION:PT1H", "RRULE:FREQ=WEEKLY;COUNT=2"),
    );
    assert.deepEqual(
      weekly.map(([from]) => from),
      ["2026-10-28T12:00:00.000Z", "2026-11-04T13:00:00.000Z"],
    );
  });
  it("is refused in words where it is none", () => assert.match(refusal("garbage"), /no calendar|damaged/));
});
