/** Keeps a list by its name across a closed browser; one that keeps nothing still has it in its memory. */
export function keepList(name: string, list: readonly unknown[]): void {
  try {
    if (list.length === 0) localStorage.removeItem(name);
    else localStorage.setItem(name, JSON.stringify(list));
  } catch {
    // What cannot be kept lasts as long as the page.
  }
}

/** What is kept by that name; nothing where it is no list. */
export function keptList<T>(name: string): readonly T[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(name) ?? '[]');
    return Array.isArray(list) ? (list as T[]) : [];
  } catch {
    return [];
  }
}

/** The names that begin so and have a list. */
export function keptNames(begin: string): readonly string[] {
  try {
    return Object.keys(localStorage).filter((name) => name.startsWith(begin));
  } catch {
    return [];
  }
}
