import { join } from 'node:path';
import { signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { FIRST_SETTINGS, readRecipeText, startWorksheet, stockLarder } from '@fellmist/core';
import { loadShippedLarder } from '@fellmist/data';
import { provideStore, Store } from '@ngrx/store';
import { Pairs } from '../src/bench/pairs';
import { benchActions, benchFeature } from '../src/state/bench.feature';
import { Desk } from '../src/state/desk';
import { householdFeature } from '../src/state/household.feature';
import { larderActions } from '../src/state/larder.actions';
import { larderFeature } from '../src/state/larder.feature';
import { Screen } from '../src/ui/screen';

const shipped = loadShippedLarder(join(process.cwd(), 'data'));
const larder = stockLarder(shipped.foods);
const LOAF = 'Walnut loaf\nServes 8\n200 g plain flour\n60 g walnuts\n1 egg\n1 tsp salt';

describe('original and rebuild side by side', () => {
  let fixture: ComponentFixture<Pairs>;
  let desk: Desk;

  async function open(): Promise<void> {
    const features = [larderFeature, benchFeature, householdFeature];
    TestBed.configureTestingModule({
      providers: [
        provideRouter([]),
        { provide: Screen, useValue: { isSmall: signal(false) } },
        provideStore(Object.fromEntries(features.map(({ name, reducer }) => [name, reducer as never]))),
      ],
    });
    const store = TestBed.inject(Store);
    desk = TestBed.inject(Desk);
    store.dispatch(larderActions.loaded({ stored: { ...shipped, packs: [], stock: [], settings: { settings: FIRST_SETTINGS, version: 1 }, inStock: [] } }));
    const read = readRecipeText(LOAF, larder, 'metric');
    if (!read.ok) throw new Error(read.error);
    const sheet = startWorksheet({ ...read.formula, goals: { schools: [], excluded: ['tree nuts'], targets: [] } });
    store.dispatch(benchActions.placed({ id: 'f1', sheet }));
    fixture = TestBed.createComponent(Pairs);
    document.body.append(fixture.nativeElement as HTMLElement);
    await fixture.whenStable();
  }
  afterEach(() => fixture.destroy());

  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const rows = (): readonly HTMLElement[] => [...element().querySelectorAll<HTMLElement>('.rebuilt .row')];
  const row = (at: number): HTMLElement => rows()[at] ?? element();
  const part = (at: number, name: string): string => row(at).querySelector(name)?.textContent?.trim() ?? '';
  const food = (at: number): HTMLElement => row(at).querySelector<HTMLElement>('.food') ?? element();
  async function key(on: HTMLElement, name: string, more: KeyboardEventInit = {}): Promise<void> {
    on.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true, ...more }));
    await new Promise((resolve) => setTimeout(resolve));
    await fixture.whenStable();
  }
  async function type(at: number, text: string): Promise<void> {
    const field = row(at).querySelector('input');
    if (!field) throw new Error('no amount');
    field.value = text;
    field.dispatchEvent(new Event('input', { bubbles: true }));
    await fixture.whenStable();
  }

  test('a figure typed into one line changes nothing in the others', async () => {
    await open();
    const touched = new Set<Node>();
    const watch = new MutationObserver((records) => records.forEach(({ target }) => touched.add(target)));
    watch.observe(element(), { childList: true, subtree: true, characterData: true, attributes: true });
    await type(1, '90');
    watch.disconnect();
    expect([...touched].filter((node) => !row(1).contains(node))).toEqual([]);
    expect(part(1, '.share')).toBe('half as much again');
    await type(1, '60');
    expect(part(1, '.share')).toBe('');
  });

  test('a line says what it weighs where it is measured otherwise, and what in it is not wanted', async () => {
    await open();
    expect(rows().map((_, at) => part(at, '.note'))).toEqual(['', 'has tree nuts', '58 g', '6.1 g']);
    expect(food(1).classList).toContain('attention');
    // A quarter is said as a word, what has none as a figure.
    await type(0, '50');
    expect(part(0, '.share')).toBe('a quarter');
    await type(0, '46');
    expect(part(0, '.share')).toBe('23 %');
  });

  test('by keys alone: from line to line, into the amount, to the buttons and back, moved, doubled and left out', async () => {
    await open();
    food(0).focus();
    await key(food(0), 'ArrowDown');
    expect(document.activeElement).toBe(food(1));
    // Tab stops at the line that was visited last, and at no other.
    expect(rows().map((_, at) => food(at).tabIndex)).toEqual([-1, 0, -1, -1]);
    await key(food(1), '7');
    expect(document.activeElement).toBe(row(1).querySelector('input'));
    await key(food(1), 'ArrowRight');
    const buttons = [...row(1).querySelectorAll('.acts button')];
    expect(document.activeElement).toBe(buttons[0]);
    await key(buttons[0] as HTMLElement, 'ArrowRight');
    expect(document.activeElement).toBe(buttons[1]);
    await key(buttons[1] as HTMLElement, 'ArrowLeft');
    await key(buttons[0] as HTMLElement, 'ArrowLeft');
    expect(document.activeElement).toBe(food(1));
    const names = (): readonly string[] => rows().flatMap((one) => one.querySelector('.food')?.textContent?.trim() ?? []);
    const before = names();
    await key(food(1), 'd');
    expect(names().length).toBe(before.length + 1);
    await key(food(0), 'Delete');
    expect(names()).toEqual([before[1], before[1], ...before.slice(2)]);
    expect(element().textContent).toContain('left out');
    let asked = '';
    fixture.componentInstance.swapAsked.subscribe((lineId) => (asked = lineId));
    await key(food(1), 's');
    expect(asked).not.toBe('');
    expect(desk.sheet()?.rebuild.parts[0]?.lines.map(({ id }) => id)).toContain(asked);
  });
});
