/** Where a browser keeps small things: with the device, or with the tab, which a reload keeps and its end does not. */
type Keeper = 'device' | 'tab';

const storeOf = (keeper: Keeper): Storage => (keeper === 'device' ? localStorage : sessionStorage);

/** What is kept by a name; undefined where nothing is, or where this browser keeps nothing at all (even to ask throws then). */
export function remembered(name: string, keeper: Keeper = 'device'): string | undefined {
  try {
    return storeOf(keeper).getItem(name) ?? undefined;
  } catch {
    return undefined;
  }
}

/** Keeps it, or lets go of it where it is undefined; what cannot be kept (blocked, full) lasts as long as the page. */
export function remember(name: string, value: string | undefined, keeper: Keeper = 'device'): void {
  try {
    if (value === undefined) storeOf(keeper).removeItem(name);
    else storeOf(keeper).setItem(name, value);
  } catch {
    // Nothing is lost but what the next opening would have brought back.
  }
}

/** The names that begin so and have something kept. */
export function rememberedNames(begin: string): readonly string[] {
  try {
    return Object.keys(localStorage).filter((name) => name.startsWith(begin));
  } catch {
    return [];
  }
}
