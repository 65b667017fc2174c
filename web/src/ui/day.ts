import { formatISO, parseISO } from 'date-fns';
import { SAY } from './words';
import { LOCALE } from './locale';

/** The day a week begins on where this device lives, 0 for Sunday; Monday, as ISO 8601 has it, where nobody says. */
export function firstDayOfWeek(): 0 | 1 | 2 | 3 | 4 | 5 | 6 {
  const locale: Intl.Locale & { readonly getWeekInfo?: () => { readonly firstDay: number } } = new Intl.Locale(LOCALE ?? navigator.language);
  return ((locale.getWeekInfo?.().firstDay ?? 1) % 7) as 0 | 1 | 2 | 3 | 4 | 5 | 6;
}

/** Today as an ISO day, by this device's clock. */
export function today(): string {
  return formatISO(new Date(), { representation: 'date' });
}

const days = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short' });

/** "27 Nov" in the baker's locale. */
export function showDay(isoDay: string): string {
  return days.format(parseISO(isoDay));
}

/** "today", "in 3 days", "2 days past". */
export function daysWords(daysLeft: number): string {
  if (daysLeft === 0) return 'today';
  const count = Math.abs(daysLeft) === 1 ? SAY.n1Day : SAY.days(Math.abs(daysLeft));
  return daysLeft > 0 ? SAY.inWord(count) : SAY.past(count);
}
