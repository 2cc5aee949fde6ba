const MINUTE = 60_000;

/** How long ago, in the coarsest unit that still says it: `just now`, `14 min ago`, `5 h ago`, `3 days ago`. */
export function ageOf(at: string, now: string): string {
  const minutes = Math.floor((Date.parse(now) - Date.parse(at)) / MINUTE);
  if (minutes < 1) return "just now";
  if (minutes < 60) return `${minutes} min ago`;
  const hours = Math.floor(minutes / 60);
  if (hours < 48) return `${hours} h ago`;
  return `${Math.floor(hours / 24)} days ago`;
}
