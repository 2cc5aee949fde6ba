/**
 * Day and time on the clock of the person who looks: `14:32` for the day of `now`, `28 Nov, 14:32` before, with its year where that
 * is another one or `now` is not given. Both instants are ISO 8601; `timeZone` is an IANA name, the device's own where none is given.
 */
export function clockOf(at: string, now: string | undefined, timeZone?: string): string {
  const write = (instant: string, options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat("en-GB", { ...options, ...(timeZone && { timeZone }) }).format(new Date(instant));
  const time = write(at, { hour: "2-digit", minute: "2-digit", hourCycle: "h23" });
  const today = now && dayOf(now, timeZone);
  if (dayOf(at, timeZone) === today) return time;
  const isThisYear = dayOf(at, timeZone).slice(0, 4) === today?.slice(0, 4);
  return `${write(at, { day: "numeric", month: "short", ...(!isThisYear && { year: "numeric" }) })}, ${time}`;
}

/** The day of an instant as `2026-11-28`, on the clock of the person who looks or in the time zone given. */
export function dayOf(at: string, timeZone?: string): string {
  const parts = new Intl.DateTimeFormat("en-GB", {
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    ...(timeZone && { timeZone }),
  }).formatToParts(new Date(at));
  const part = (type: Intl.DateTimeFormatPartTypes) => parts.find((one) => one.type === type)?.value ?? "";
  return `${part("year")}-${part("month")}-${part("day")}`;
}
