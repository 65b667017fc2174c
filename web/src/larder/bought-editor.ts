import { ChangeDetectionStrategy, Component, computed, effect, inject, input, linkedSignal, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { StoredBought } from '@fellmist/contract';
import type { BoughtTreat, Pack } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { Asking } from '../state/asking';
import { boughtActions, boughtFeature } from '../state/bought.feature';
import { isSame } from '../state/drafts';
import { type BoughtSheet, keepBought, keptBought } from '../state/keptBought';
import { Preferences } from '../state/preferences';
import { fieldNumber, numberWithin } from '../ui/numbers';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { LabelDesk } from './label-desk';
import { SAY } from './words';

const EMPTY: Omit<BoughtTreat, 'id'> = {
  name: '',
  label: { tradition: 'eu', state: 'as sold', per100: { of: 'g', figures: {} } },
  portionMassG: 0,
  portionWord: 'portion',
  note: '',
};

const asStored = (stored: StoredBought | undefined, name = ''): BoughtSheet => ({
  bought: stored?.bought ?? { id: crypto.randomUUID(), ...EMPTY, name },
  version: stored?.version ?? 0,
  isKept: false,
});

/** A treat from a shop or a cafe by its label: to compare with, never an ingredient. */
@Component({
  selector: 'fm-bought-editor',
  imports: [Button, Field, LabelDesk, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bought-editor.html',
  styleUrl: './bought-editor.less',
})
export class BoughtEditor {
  protected readonly say = SAY;
  protected readonly fieldNumber = fieldNumber;
  private readonly store = inject(Store);
  private readonly asking = inject(Asking);
  private readonly router = inject(Router);
  private readonly told = inject(Told);
  protected readonly preferences = inject(Preferences);
  readonly id = input.required<string>();
  /** The treat of one's own that it shall lie beside: it is named after it until it is named, and once it is saved lies there. */
  readonly like = input<string>();
  private readonly nameless = computed(() => (this.like() === undefined ? '' : SAY.boughtLike(this.like())));
  private readonly all = this.store.selectSignal(boughtFeature.selectAll);
  protected readonly failure = this.store.selectSignal(boughtFeature.selectFailure);
  protected readonly stored = computed((): StoredBought | undefined => this.all()?.find(({ bought }) => bought.id === this.id()));
  protected readonly isHere = computed(() => this.id() === 'new' || this.stored() !== undefined);
  protected readonly isMissing = computed(() => this.all() !== undefined && !this.isHere());
  /** What is typed stays, whatever is heard from the server meanwhile; else what was left unsaved, else what is stored. */
  private readonly sheet = linkedSignal<{ readonly id: string; readonly stored: StoredBought | undefined }, BoughtSheet>({
    source: () => ({ id: this.id(), stored: this.stored() }),
    computation: ({ id, stored }, previous) => {
      const before = previous?.source.id === id ? previous : undefined;
      if (stored && before && isSame(before.value.bought, stored.bought)) return asStored(stored);
      if (before && !isSame(before.value.bought, before.source.stored?.bought)) return before.value;
      const kept = keptBought(id);
      return kept && !isSame(kept.bought, stored?.bought) ? kept : asStored(stored, this.nameless());
    },
  });
  protected readonly draft = computed((): BoughtTreat => this.sheet().bought);
  protected readonly isUnsaved = computed(() => !isSame(this.draft(), this.stored()?.bought ?? { id: this.draft().id, ...EMPTY, name: this.nameless() }));
  /** It was left unsaved, or was saved elsewhere since it was opened: what is stored can be had back. */
  protected readonly isApart = computed(() => this.isUnsaved() && (this.sheet().isKept || (this.stored()?.version ?? 0) !== this.sheet().version));
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly saving = signal(false);
  /** As the label desk knows it: a pack of no kind. */
  protected readonly asPack = computed((): Pack => {
    const { id, name, label, portionMassG } = this.draft();
    return { id, name, kindId: '', label, measuresG: portionMassG > 0 ? { piece: portionMassG } : {}, mayContain: [], thirstTests: [], note: '' };
  });

  constructor() {
    effect(() => {
      this.id();
      untracked(() => this.store.dispatch(boughtActions.wanted()));
    });
  }

  protected change(change: Partial<BoughtTreat>): void {
    this.put({ ...this.draft(), ...change });
  }

  private put(bought: BoughtTreat): void {
    this.sheet.update((sheet) => ({ ...sheet, bought }));
    keepBought(this.id(), this.isUnsaved() ? this.sheet() : undefined);
  }

  protected beginAnew(): void {
    const left = this.sheet();
    keepBought(this.id(), undefined);
    this.sheet.set(asStored(this.stored(), this.nameless()));
    this.fault.set(undefined);
    this.told.undoable(SAY.unsavedIsGone(left.bought.name || SAY.theTreat), () => {
      this.sheet.set(left);
      keepBought(this.id(), left);
    });
  }

  protected takeLabel({ label }: Partial<Pack>): void {
    if (label) this.change({ label });
  }

  protected weigh(text: string): void {
    const portionMassG = numberWithin(text, 0.1, 100_000);
    this.fault.set(portionMassG === undefined ? SAY.giveItsWeight : undefined);
    if (portionMassG !== undefined) this.change({ portionMassG });
  }

  protected priceIt(text: string): void {
    const { price: _before, currency: _paidIn, ...rest } = this.draft();
    const price = text.trim() === '' ? undefined : numberWithin(text, 0, 1e6);
    this.put(price === undefined ? rest : { ...rest, price, currency: this.preferences.currency() });
  }

  protected save(): void {
    const draft = this.draft();
    if (draft.name.trim() === '' || !(draft.portionMassG > 0)) {
      this.fault.set(draft.name.trim() === '' ? SAY.giveItAName : SAY.giveItsWeight);
      return;
    }
    this.saving.set(true);
    const [{ version }, id] = [this.sheet(), this.id()];
    this.asking
      .ask<StoredBought>((ask) => boughtActions.save({ ask, bought: draft, version }))
      .subscribe((answer) => {
        this.saving.set(false);
        this.fault.set(answer.ok ? undefined : answer.words);
        if (!answer.ok) {
          this.store.dispatch(boughtActions.wanted());
          return;
        }
        this.sheet.update((sheet) => ({ ...sheet, version: answer.value.version }));
        keepBought(id, id !== 'new' && this.isUnsaved() ? this.sheet() : undefined);
        const { id: saved } = answer.value.bought;
        if (this.like() !== undefined) void this.router.navigate(['/compare'], { queryParams: { beside: saved }, replaceUrl: true });
        else if (id === 'new') void this.router.navigate(['/larder/bought', saved], { replaceUrl: true });
      });
  }

  protected remove(): void {
    const stored = this.stored();
    if (!stored) return;
    this.asking
      .ask((ask) => boughtActions.remove({ ask, stored }))
      .subscribe((answer) => {
        if (!answer.ok) {
          this.fault.set(answer.words);
          return;
        }
        void this.router.navigate(['/compare']);
        this.told.undoable(SAY.tookAway(stored.bought.name), () => void this.asking.ask((ask) => boughtActions.restore({ ask, stored })).subscribe());
      });
  }
}
