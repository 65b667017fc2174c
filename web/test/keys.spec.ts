import { type DestroyRef } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideStore } from '@ngrx/store';
import { householdFeature } from '../src/state/household.feature';
import { Preferences } from '../src/state/preferences';
import { type Binding, keyNames, Keys } from '../src/ui/keys';

class Place {
  private readonly ends: (() => void)[] = [];
  readonly ref = { onDestroy: (end: () => void) => this.ends.push(end) } as unknown as DestroyRef;
  leave(): void {
    for (const end of this.ends) end();
  }
}

describe('keys', () => {
  let keys: Keys;
  let done: string[];
  const act = (name: string, more: Partial<Binding> & { readonly keys: string }): Binding => ({ words: name, run: () => done.push(name), ...more });

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideStore({ [householdFeature.name]: householdFeature.reducer })] });
    keys = TestBed.inject(Keys);
    done = [];
    document.body.replaceChildren();
  });

  function press(key: string, change: KeyboardEventInit = {}, on: string | undefined = undefined): KeyboardEvent {
    const target = document.body.appendChild(document.createElement(on ?? 'div'));
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...change });
    target.addEventListener('keydown', (pressed) => keys.press(pressed));
    target.dispatchEvent(event);
    return event;
  }

  test('the innermost place that knows a key has it, and gives it back when it is left', () => {
    const inner = new Place();
    keys.bind([act('outer', { keys: 'Ctrl+S' })], new Place().ref);
    keys.bind([act('inner', { keys: 'Ctrl+S' })], inner.ref);
    expect(press('s', { ctrlKey: true }).defaultPrevented).toBe(true);
    inner.leave();
    press('S', { metaKey: true });
    expect([done, keys.listed().length]).toEqual([['inner', 'outer'], 1]);
  });

  test('with and without Ctrl, Alt and Shift are different keys; "?" is one with Shift on most boards', () => {
    keys.bind([act('undo', { keys: 'Ctrl+Z' }), act('redo', { keys: 'Ctrl+Shift+Z' }), act('up', { keys: 'Alt+ArrowUp' }), act('help', { keys: '?' })], new Place().ref);
    press('z');
    press('z', { ctrlKey: true });
    press('Z', { ctrlKey: true, shiftKey: true });
    press('ArrowUp');
    press('ArrowUp', { altKey: true });
    press('?', { shiftKey: true });
    expect(done).toEqual(['undo', 'redo', 'up', 'help']);
  });

  test('a letter alone is a letter while something is typed, and does nothing where the baker switched such keys off', () => {
    keys.bind([act('balance', { keys: 'B' })], new Place().ref);
    for (const field of ['input', 'textarea', 'select']) expect(press('b', {}, field).defaultPrevented).toBe(false);
    press('b');
    TestBed.inject(Preferences).switchSingleKeys(false);
    press('b');
    expect(done).toEqual(['balance']);
    TestBed.inject(Preferences).switchSingleKeys(true);
  });

  test('undo in a field is the field’s own; what only works on a line, or is told and done elsewhere, is not pressed here', () => {
    keys.bind([act('undo', { keys: 'Ctrl+Z', notInText: true }), act('double', { keys: 'D', where: 'on a line' }), { keys: 'Enter', words: 'opens it' }], new Place().ref);
    press('z', { ctrlKey: true }, 'input');
    press('d');
    press('Enter');
    press('z', { ctrlKey: true });
    expect([done, keys.listed().length]).toEqual([['undo'], 3]);
  });

  test('keys are printed as they stand on the board', () => {
    expect([keyNames('Alt+ArrowUp'), keyNames('?')]).toEqual([['Alt', '↑'], ['?']]);
  });
});
