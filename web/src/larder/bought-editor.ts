import { ChangeDetectionStrategy, Component, computed, effect, inject, input, linkedSignal, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { StoredBought } from '@fellmist/contract';
import type { BoughtTreat, Pack } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { Asking } from '../state/asking';
import { boughtActions, boughtFeature } from '../state/bought.feature';
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
  private readonly all = this.store.selectSignal(boughtFeature.selectAll);
  protected readonly failure = this.store.selectSignal(boughtFeature.selectFailure);
  protected readonly stored = computed((): StoredBought | undefined => this.all()?.find(({ bought }) => bought.id === this.id()));
  protected readonly isHere = computed(() => this.id() === 'new' || this.stored() !== undefined);
  protected readonly isMissing = computed(() => this.all() !== undefined && !this.isHere());
  protected readonly draft = linkedSignal((): BoughtTreat => this.stored()?.bought ?? { id: crypto.randomUUID(), ...EMPTY });
  protected readonly isUnsaved = computed(() => JSON.stringify(this.draft()) !== JSON.stringify(this.stored()?.bought) && (this.id() !== 'new' || this.draft().name !== ''));
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
    this.draft.update((draft) => ({ ...draft, ...change }));
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
    this.draft.set(price === undefined ? rest : { ...rest, price, currency: this.preferences.currency() });
  }

  protected save(): void {
    const draft = this.draft();
    if (draft.name.trim() === '' || !(draft.portionMassG > 0)) {
      this.fault.set(draft.name.trim() === '' ? SAY.giveItAName : SAY.giveItsWeight);
      return;
    }
    this.saving.set(true);
    const version = this.stored()?.version ?? 0;
    this.asking
      .ask<StoredBought>((ask) => boughtActions.save({ ask, bought: draft, version }))
      .subscribe((answer) => {
        this.saving.set(false);
        this.fault.set(answer.ok ? undefined : answer.words);
        if (answer.ok && this.id() === 'new') void this.router.navigate(['/larder/bought', answer.value.bought.id], { replaceUrl: true });
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
