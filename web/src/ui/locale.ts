import { remember, remembered } from './memory';

const KEPT = 'fellmist.locale';

/** How numbers and dates are written on this device: as it was chosen in the House, else as its browser writes them. Read once, as a page begins. */
export const LOCALE: string | undefined = chosenLocale();

function chosenLocale(): string | undefined {
  const kept = remembered(KEPT);
  return kept !== undefined && Intl.DateTimeFormat.supportedLocalesOf([kept]).length > 0 ? kept : undefined;
}

/** Chooses how they are written; it holds from the next time the page is opened. */
export function chooseLocale(locale: string): void {
  remember(KEPT, locale === '' ? undefined : locale);
}
