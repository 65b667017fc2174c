import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideRouter } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import type { StoredBought } from '@fellmist/contract';
import { BoughtEditor } from '../src/larder/bought-editor';
import * as boughtEffects from '../src/state/bought.effects';
import { boughtFeature } from '../src/state/bought.feature';
import { householdFeature } from '../src/state/household.feature';
import { larderFeature } from '../src/state/larder.feature';
import { Told } from '../src/ui/told';

const slice = (name: string, version = 1): StoredBought =>
  ({
    version,
    bought: { id: 'b1', name, label: { tradition: 'eu', state: 'as sold', per100: { of: 'g', figures: {} } }, portionMassG: 90, portionWord: 'slice', note: '' },
  }) as StoredBought;

describe('a bought treat that is typed', () => {
  let fixture: ComponentFixture<BoughtEditor>;
  let http: HttpTestingController;
  const undo: (() => void)[] = [];
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const name = (): HTMLInputElement => element().querySelector<HTMLInputElement>('#bought-name') ?? document.createElement('input');
  const notice = (): string => element().querySelector('[role=status].notice')?.textContent?.trim() ?? '';
  const press = (words: string): void => [...element().querySelectorAll('button')].find((one) => one.textContent?.trim() === words)?.click();

  async function open(...heard: readonly StoredBought[]): Promise<void> {
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        provideStore({ [boughtFeature.name]: boughtFeature.reducer, [householdFeature.name]: householdFeature.reducer, [larderFeature.name]: larderFeature.reducer }),
        provideEffects(boughtEffects),
        { provide: Told, useValue: { undoable: (_words: string, way: () => void) => undo.push(way) } },
      ],
    });
    http = TestBed.inject(HttpTestingController);
    fixture = TestBed.createComponent(BoughtEditor);
    fixture.componentRef.setInput('id', 'b1');
    await fixture.whenStable();
    http.expectOne('/api/bought').flush(heard);
    await fixture.whenStable();
  }
  async function type(text: string): Promise<void> {
    name().value = text;
    name().dispatchEvent(new Event('input'));
    await fixture.whenStable();
  }

  beforeEach(() => {
    localStorage.clear();
    undo.length = 0;
  });

  test('is kept when the page is left, is said to be unsaved, and what is stored can be had back and that undone', async () => {
    await open(slice('Cafe slice'));
    await type('Cafe slice, large');
    await open(slice('Cafe slice'));
    expect([name().value, notice()]).toEqual(['Cafe slice, large', expect.stringContaining('not saved')]);
    press('Back to the saved one');
    await fixture.whenStable();
    expect([name().value, notice()]).toEqual(['Cafe slice', '']);
    undo[0]?.();
    await fixture.whenStable();
    expect(name().value).toBe('Cafe slice, large');
  });

  test('is not drawn over by a list that comes late; saved over what was saved elsewhere it is refused and stays', async () => {
    await open(slice('Cafe slice'));
    await type('Mine');
    press('Save');
    const first = http.expectOne('/api/bought/b1');
    expect(first.request.headers.get('If-Match')).toContain('1');
    first.flush({ type: 'about:blank', title: 'Stale', status: 409, detail: 'It was changed elsewhere.' }, { status: 409, statusText: 'Stale' });
    http.expectOne('/api/bought').flush([slice('Theirs', 2)]);
    await fixture.whenStable();
    expect([name().value, element().querySelector('[role=alert]')?.textContent]).toEqual(['Mine', expect.stringContaining('changed elsewhere')]);
    press('Back to the saved one');
    await fixture.whenStable();
    expect(name().value).toBe('Theirs');
    await type('Theirs, and mine');
    press('Save');
    const again = http.expectOne('/api/bought/b1');
    expect(again.request.headers.get('If-Match')).toContain('2');
    again.flush(slice('Theirs, and mine', 3));
    await fixture.whenStable();
    expect([name().value, localStorage.length]).toEqual(['Theirs, and mine', 0]);
  });
});
