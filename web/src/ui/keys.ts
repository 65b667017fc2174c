import { type DestroyRef, inject, Injectable, signal } from '@angular/core';
import { Preferences } from '../state/preferences';

/** A key and what it does: the list of keys is made from these, so that it cannot differ from what they do. */
export interface Binding {
  /** "S", "Ctrl+Z", "Alt+ArrowUp": as a browser names them. */
  readonly keys: string;
  readonly words: string;
  /** Where it works, if it is not anywhere in the place: "on a line". */
  readonly where?: string;
  /** Absent where the control that has the focus does it itself. */
  readonly run?: (event: KeyboardEvent) => void;
  /** In a field the key is left to the field. */
  readonly notInText?: boolean;
}

export function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));
}

function says({ keys }: Binding, event: KeyboardEvent): boolean {
  const parts = keys.split('+');
  const key = parts.at(-1) ?? '';
  const has = (name: string): boolean => parts.slice(0, -1).includes(name);
  return (
    key.toLowerCase() === event.key.toLowerCase() &&
    has('Ctrl') === (event.ctrlKey || event.metaKey) &&
    has('Alt') === event.altKey &&
    (has('Shift') === event.shiftKey || key === '?')
  );
}

/** The keys of all places that are open: a place binds its own while it is there. */
@Injectable({ providedIn: 'root' })
export class Keys {
  private readonly preferences = inject(Preferences);
  private readonly bound = signal<readonly Binding[]>([]);
  readonly listed = this.bound.asReadonly();

  bind(bindings: readonly Binding[], destroyed: DestroyRef): void {
    this.bound.update((bound) => [...bound, ...bindings]);
    destroyed.onDestroy(() => this.bound.update((bound) => bound.filter((one) => !bindings.includes(one))));
  }

  /** Does what a key is bound to, the innermost place first. A letter alone does nothing while something is typed, or where the baker switched such keys off. */
  press(event: KeyboardEvent, bindings: readonly Binding[] = this.bound().filter(({ where }) => where === undefined)): void {
    const found = [...bindings].reverse().find((one) => one.run && says(one, event));
    if (!found?.run) return;
    const isPlain = found.keys.length === 1;
    if (isPlain && (!this.preferences.singleKeys() || isTyping(event.target))) return;
    if (found.notInText && isTyping(event.target) && !(event.target as HTMLElement).classList.contains('amount')) return;
    event.preventDefault();
    found.run(event);
  }
}

const SHOWN: Readonly<Record<string, string>> = { ArrowUp: '↑', ArrowDown: '↓', ArrowLeft: '←', ArrowRight: '→' };

/** "Alt+ArrowUp" as it is printed on the keys, one by one. */
export function keyNames(keys: string): readonly string[] {
  return keys.split('+').map((key) => SHOWN[key] ?? key);
}
