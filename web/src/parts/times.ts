/** A length of time as a person says it: 0.84 s, 12.4 s, 2:41. */
export function formatDuration(millis: number): string {
  const seconds = millis / 1000;
  if (seconds < 10) return `${seconds.toFixed(2)} s`;
  if (seconds < 60) return `${seconds.toFixed(1)} s`;
  return `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
}

export const span = (from: string, to?: string) =>
  to === undefined ? '' : formatDuration(Date.parse(to) - Date.parse(from));

/** Time of day, with the day before it where that is not today. */
export function clockTime(iso: string): string {
  const at = new Date(iso);
  const time = at.toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });
  const today = new Date().toDateString() === at.toDateString();
  return today
    ? time
    : `${at.toLocaleDateString(undefined, { weekday: 'short', day: 'numeric', month: 'short' })} ${time}`;
}
