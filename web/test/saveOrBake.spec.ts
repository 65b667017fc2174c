import { Component, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { SaveOrBake } from '../src/parts/save-or-bake';
import { type BenchState, emptyBench } from '../src/state/bench.feature';
import { Screen } from '../src/ui/screen';
import { bareSheet } from './bareSheet';

const SHEET = bareSheet('Loaf');
const EDITED = bareSheet('Loaf');
const AGAIN = bareSheet('Loaf');

@Component({
  selector: 'fm-host',
  imports: [SaveOrBake],
  template: '<fm-save-or-bake [state]="state()" [unsaved]="isUnsaved()" (saved)="save()" />',
})
class Host {
  readonly state = signal<BenchState>({ ...emptyBench, formulaId: 'loaf', saved: SHEET, present: EDITED });
  readonly isUnsaved = signal(true);
  saves = 0;

  save(): void {
    this.saves += 1;
    this.state.update((state) => ({ ...state, saving: 'saving' }));
  }
}

describe('save, or bake it', () => {
  let fixture: ComponentFixture<Host>;
  let host: Host;
  let went: unknown[];
  const isNarrow = signal(false);
  const button = (words: string): HTMLButtonElement | undefined =>
    [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')].find(({ textContent }) => textContent.trim() === words);
  const press = async (words: string): Promise<void> => {
    button(words)?.click();
    await fixture.whenStable();
  };
  const answered = async (change: Partial<BenchState>, isUnsaved: boolean): Promise<void> => {
    host.state.update((state) => ({ ...state, saving: 'idle', ...change }));
    host.isUnsaved.set(isUnsaved);
    await fixture.whenStable();
  };

  beforeEach(async () => {
    went = [];
    const navigate = (_to: readonly unknown[], { queryParams }: { readonly queryParams?: unknown }): Promise<boolean> => {
      went.push(queryParams);
      return Promise.resolve(true);
    };
    TestBed.configureTestingModule({
      providers: [
        { provide: Router, useValue: { navigate } },
        { provide: Screen, useValue: { isNarrow } },
      ],
    });
    fixture = TestBed.createComponent(Host);
    host = fixture.componentInstance;
    await fixture.whenStable();
  });

  test('what is unsaved is saved first, and the bake begins once it is', async () => {
    expect([button('Save')?.disabled, button('Bake it')?.getAttribute('aria-label')]).toEqual([false, 'Save and bake it']);
    await press('Bake it');
    await press('Bake it');
    expect([host.saves, went]).toEqual([1, []]);
    await answered({ saved: EDITED }, false);
    expect(went).toEqual([{ of: 'loaf' }]);
  });

  test('a save alone begins nothing, and what could not be saved is not baked later', async () => {
    await press('Save');
    await answered({}, false);
    expect([host.saves, went]).toEqual([1, []]);
    await answered({}, true);
    await press('Bake it');
    await answered({ saving: 'failed' }, true);
    expect(button('Bake it')).toBeUndefined();
    await press('Save');
    await answered({}, false);
    expect([host.saves, went]).toEqual([3, []]);
  });

  test('what was changed while it was being saved is not baked by a later save', async () => {
    await press('Bake it');
    await answered({ saved: EDITED, present: AGAIN }, true);
    await answered({ saved: AGAIN }, false);
    expect(went).toEqual([]);
  });

  test('a formula that the server does not know is only to be saved', async () => {
    await answered({ saved: undefined }, true);
    expect([button('Save')?.disabled, button('Bake it')]).toEqual([false, undefined]);
  });

  test('a narrow screen has room for one of them: Save while there is something to save', async () => {
    isNarrow.set(true);
    await fixture.whenStable();
    expect([button('Save')?.disabled, button('Bake it')]).toEqual([false, undefined]);
    isNarrow.set(false);
  });
});
