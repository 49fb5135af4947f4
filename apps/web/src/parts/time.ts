// Times and counts in words.

/** Sewing time: `42 s`, `7 min`, `1 h 05 min`. */
export function sewingTime(seconds: number): string {
  if (seconds < 60) return `${Math.round(seconds)} s`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 60) return `${minutes} min`;
  return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
}

const count = new Intl.NumberFormat('en-GB');
export const counted = (n: number): string => count.format(n);

const relative = new Intl.RelativeTimeFormat('en-GB', { numeric: 'auto' });
const STEPS: [Intl.RelativeTimeFormatUnit, number][] = [
  ['year', 31_536_000],
  ['month', 2_592_000],
  ['week', 604_800],
  ['day', 86_400],
  ['hour', 3600],
  ['minute', 60],
];

/** `3 hours ago`, `yesterday`, `just now`. */
export function ago(when: string | Date, now = Date.now()): string {
  const seconds = (new Date(when).getTime() - now) / 1000;
  for (const [unit, size] of STEPS)
    if (Math.abs(seconds) >= size) return relative.format(Math.trunc(seconds / size), unit);
  return 'just now';
}

/** The day in words: `Today`, `Yesterday`, `24 November`, `24 November 2025`. */
export function byDay(when: string | Date, now = Date.now()): string {
  const [day, today] = [new Date(when), new Date(now)];
  const days = Math.round(
    (new Date(now).setHours(0, 0, 0, 0) - new Date(day).setHours(0, 0, 0, 0)) / 86_400_000,
  );
  if (days === 0) return 'Today';
  if (days === 1) return 'Yesterday';
  const year = day.getFullYear() === today.getFullYear() ? {} : { year: 'numeric' as const };
  return day.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', ...year });
}

/** The time of day: `09:05`. */
export const clock = (when: string | Date): string =>
  new Date(when).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
