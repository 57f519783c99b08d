/** A time as people say it: "12 minutes ago", "today, 9:15", "yesterday", "Monday", "11 Nov", "11 Nov 2025"; by the clock of who reads. */
export function sayTime(at: Date, now: Date, language: string): string {
  const minutes = Math.round((now.getTime() - at.getTime()) / 60000);
  const relative = new Intl.RelativeTimeFormat(language, { numeric: "auto" });
  const days = daysBetween(at, now);
  if (minutes >= 0 && minutes < 60) {
    return minutes === 0 ? relative.format(0, "second") : relative.format(-minutes, "minute");
  }
  if (days === 0) {
    return `${relative.format(0, "day")}, ${at.toLocaleTimeString(language, { timeStyle: "short" })}`;
  }
  if (days === 1) {
    return relative.format(-1, "day");
  }
  if (days > 1 && days < 7) {
    return at.toLocaleDateString(language, { weekday: "long" });
  }
  const year = at.getFullYear() === now.getFullYear() ? undefined : ("numeric" as const);
  return at.toLocaleDateString(language, { day: "numeric", month: "short", year });
}

/** How many nights lie between two times; below 0 when the first is later. */
function daysBetween(at: Date, now: Date): number {
  const day = (time: Date): number => Date.UTC(time.getFullYear(), time.getMonth(), time.getDate());
  return Math.round((day(now) - day(at)) / 86400000);
}
