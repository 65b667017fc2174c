import type { WritableSignal } from '@angular/core';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { FIRST_SETTINGS } from '@fellmist/core';
import type { Eat, KeptPortions, Uneat } from '@fellmist/contract';
import { KeptList } from '../src/parts/kept-list';
import { householdActions } from '../src/state/household.actions';
import { householdFeature } from '../src/state/household.feature';
import * as keptEffects from '../src/state/kept.effects';
import { keptFeature } from '../src/state/kept.feature';
import { larderFeature } from '../src/state/larder.feature';
import { Told } from '../src/ui/told';

const portions = (left: number): readonly KeptPortions[] => [
  {
    bakeId: 'b1',
    title: 'Rye loaf',
    place: 'freezer',
    left,
    words: '',
    useBy: '2026-12-20',
    allergens: { contains: ['gluten', 'milk'], mayContain: ['egg'] },
  } as unknown as KeptPortions,
];

class Notices {
  readonly said: { readonly words: string; readonly undo: () => void }[] = [];
  undoable(words: string, undo: () => void): void {
    this.said.push({ words, undo });
  }
}

describe('portions that are kept', () => {
  let fixture: ComponentFixture<KeptList>;
  let http: HttpTestingController;
  const notices = new Notices();
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const eat = (): void => element().querySelector<HTMLElement>('li button')?.click();
  const text = (): string => (element().textContent ?? '').replace(/\s+/g, ' ');

  beforeEach(async () => {
    notices.said.length = 0;
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        provideStore({ [keptFeature.name]: keptFeature.reducer, [householdFeature.name]: householdFeature.reducer, [larderFeature.name]: larderFeature.reducer }),
        provideEffects(keptEffects),
        { provide: Told, useValue: notices },
      ],
    });
    http = TestBed.inject(HttpTestingController);
    fixture = TestBed.createComponent(KeptList);
    http.expectOne('/api/kept').flush(portions(3));
    await fixture.whenStable();
  });

  test('one is eaten once the server has it, and can be given back', async () => {
    eat();
    expect(notices.said).toEqual([]);
    const eaten = http.expectOne('/api/bakes/b1/eaten');
    eaten.flush(portions(2));
    await fixture.whenStable();
    expect(text()).toContain('2 ');
    const [notice] = notices.said;
    expect(notice?.words).toContain('Rye loaf');
    notice?.undo();
    const back = http.expectOne('/api/bakes/b1/uneaten');
    expect((back.request.body as Uneat).eventId).toBe((eaten.request.body as Eat).id);
  });

  test('who eats is told what they may not have, before they eat; nobody else is', async () => {
    const diets = { Mara: { schools: [], excluded: ['milk'] }, Pim: { schools: [], excluded: ['egg'] } } as const;
    TestBed.inject(Store).dispatch(householdActions.saved({ stored: { settings: { ...FIRST_SETTINGS, people: ['Mara', 'Pim', 'Jo'], diets }, version: 1 } }));
    const told = async (name: string): Promise<string | undefined> => {
      (fixture.componentInstance as unknown as { readonly eater: WritableSignal<string> }).eater.set(name);
      await fixture.whenStable();
      return element().querySelector('.attention')?.textContent?.trim();
    };
    expect([await told(''), await told('Jo')]).toEqual([undefined, undefined]);
    expect(await told('Mara')).toMatch(/^Mara may not have what is in it: milk/);
    expect(await told('Pim')).toMatch(/^It may contain traces of what Pim may not have: egg/);
  });

  test('while the server is away nothing is said to be eaten, and why stands above the list', async () => {
    eat();
    http.expectOne('/api/bakes/b1/eaten').flush(null, { status: 0, statusText: '' });
    await fixture.whenStable();
    expect(notices.said).toEqual([]);
    expect(element().querySelector('[role=alert]')?.textContent).toContain('does not answer');
    expect(text()).toContain('Rye loaf');
    eat();
    http.expectOne('/api/bakes/b1/eaten').flush(portions(2));
    await fixture.whenStable();
    expect([element().querySelector('[role=alert]'), notices.said.length]).toEqual([null, 1]);
  });
});
