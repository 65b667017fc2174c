import { numberWithin } from './numbers';

/** "4:05", "1:02:30": so many seconds as a clock shows them, cut to whole ones. */
export function showClock(seconds: number): string {
  const whole = Math.floor(seconds + 1e-6);
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor((whole % 3600) / 60), whole % 60];
  const two = (n: number): string => String(n).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

/** The longest timer: a week, minutes. */
const MOST_MIN = 10_080;

/** "10", "7.5", "1:30" (an hour and a half): minutes as typed, as seconds; undefined where they are none, or more than a week. */
export function readMinutes(text: string): number | undefined {
  const hours = /^\s*(\d{1,3}):([0-5]\d)\s*$/.exec(text);
  const typed = hours ? Number(hours[1]) * 60 + Number(hours[2]) : numberWithin(text, 0.01, MOST_MIN);
  return typed === undefined || typed <= 0 || typed > MOST_MIN ? undefined : Math.max(1, Math.round(typed * 60));
}
