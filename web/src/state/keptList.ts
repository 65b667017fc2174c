import { remember, remembered } from '../ui/memory';

/** Keeps a list by its name across a closed browser. */
export function keepList(name: string, list: readonly unknown[]): void {
  remember(name, list.length === 0 ? undefined : JSON.stringify(list));
}

/** What is kept by that name; nothing where it is no list. */
export function keptList<T>(name: string): readonly T[] {
  try {
    const list: unknown = JSON.parse(remembered(name) ?? '[]');
    return Array.isArray(list) ? (list as T[]) : [];
  } catch {
    return [];
  }
}
