import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { StoredTasting } from '@fellmist/contract';
import { LIMITS } from '@fellmist/core';
import { faultsFor, type Scale, scalesFor } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { Asking } from '../state/asking';
import { bakeFeature } from '../state/bake.feature';
import { bookActions } from '../state/book.feature';
import { BakeDesk } from '../state/bakeDesk';
import { Choice, type Option } from '../ui/choice';
import { Button } from '../ui/zorro/button';
import { Checkbox } from '../ui/zorro/checkbox';
import { Field } from '../ui/zorro/field';
import { Skeleton } from '../ui/zorro/skeleton';
import { Value } from '../ui/zorro/value';
import { ANSWERS, SAY, SCALE_WORDS } from './words';

const NONE = '';

/** A taster's own form, made for a phone that is handed round: what is kept is told at once, and the form is empty for the next. */
@Component({
  selector: 'fm-taste-form',
  imports: [Button, Checkbox, Choice, Field, RouterLink, Skeleton, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './taste-form.html',
  styleUrl: './taste-form.less',
})
export class TasteForm {
  protected readonly say = SAY;
  protected readonly mostLetters = LIMITS.person;
  protected readonly desk = inject(BakeDesk);
  protected readonly faults = computed(() => faultsFor(this.desk.product(), this.desk.heat()));
  private readonly store = inject(Store);
  protected readonly failure = this.store.selectSignal(bakeFeature.selectFailure);
  private readonly asking = inject(Asking);
  private readonly router = inject(Router);
  readonly bakeId = input.required<string>();
  /** Where it is tasted behind codes the tasting; and who tastes, where that is known. */
  readonly tasting = input<string>();
  readonly who = input<string>();
  private readonly sheets = signal<StoredTasting['tasting']['sheets']>([]);
  private readonly samples = computed(() => this.sheets().find(({ taster }) => taster === this.who())?.samples ?? []);
  /** The code under which this try stands before the taster. */
  protected readonly code = computed(() => this.samples().find(({ bakeId }) => bakeId === this.bakeId())?.code);
  protected readonly overalls: readonly Option<string>[] = Array.from({ length: 9 }, (_, i) => ({ value: String(i + 1), label: String(i + 1) }));
  protected readonly answers: readonly Option<string>[] = ANSWERS.map((label, i) => ({ value: String(i - 2), label }));
  protected readonly scales = computed(() => scalesFor(this.desk.product(), this.desk.heat()).map((scale) => ({ scale, ...SCALE_WORDS[scale] })));
  protected readonly taster = signal('');
  protected readonly overall = signal(NONE);
  protected readonly given = signal<Readonly<Partial<Record<Scale, string>>>>({});
  protected readonly ticked = signal<ReadonlySet<string>>(new Set());
  protected readonly note = signal('');
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly told = signal<string | undefined>(undefined);
  /** They were the last to taste: to the tries once the server has heard it. */
  private readonly goesOn = signal(false);
  private readonly isEmpty = computed(() => this.overall() === NONE && Object.keys(this.given()).length === 0 && this.ticked().size === 0);
  /** Nobody has begun to taste: whoever has is not led away. */
  private readonly isBlank = computed(() => this.isEmpty() && this.taster() === '' && this.note() === '');
  protected readonly formulaId = computed(() => this.desk.events().find((event) => event.kind === 'planned')?.formulaId);

  constructor() {
    effect(() => {
      const id = this.bakeId();
      untracked(() => this.desk.open(id));
    });
    effect(() => {
      const [id, who] = [this.tasting(), this.who()];
      untracked(() => {
        if (id !== undefined) this.openSheet(id, who ?? '');
        else if (who !== undefined) this.taster.set(who);
      });
    });
    effect(() => {
      const formulaId = this.formulaId();
      const isHeard = this.desk.waiting().length === 0 && this.desk.refused() === undefined;
      if (this.goesOn() && isHeard && formulaId !== undefined && this.isBlank()) untracked(() => void this.router.navigate(['/book', formulaId]));
    });
  }

  private openSheet(id: string, taster: string): void {
    this.taster.set(taster);
    this.asking
      .ask<StoredTasting>((ask) => bookActions.tastingWanted({ ask, id }))
      .subscribe((answer) => {
        if (answer.ok) this.sheets.set(answer.value.tasting.sheets);
        else this.fault.set(answer.words);
      });
  }

  /** After the scores of one code the next one is asked for; after the last, who is next. */
  private goOn(tasting: string, taster: string): void {
    const samples = this.samples();
    const next = samples[samples.findIndex(({ bakeId }) => bakeId === this.bakeId()) + 1];
    this.told.set(next ? SAY.nextSample(next.code) : SAY.allTasted(taster));
    if (next) {
      this.taster.set(taster);
      void this.router.navigate(['/book/taste', next.bakeId], { queryParams: { tasting, who: taster }, replaceUrl: true });
      window.scrollTo(0, 0);
    } else void this.router.navigate(['/book/tasting', tasting], { replaceUrl: true });
  }

  protected tick(id: string, isOn: boolean): void {
    const next = new Set(this.ticked());
    if (isOn) next.add(id);
    else next.delete(id);
    this.ticked.set(next);
  }

  protected give(scale: Scale, value: string): void {
    this.given.update((given) => ({ ...given, [scale]: value }));
  }

  protected keep(goesOn = false): void {
    const taster = this.taster().trim();
    const scales = Object.fromEntries(Object.entries(this.given()).map(([scale, value]) => [scale, Number(value)]));
    this.fault.set(taster === '' ? SAY.whoTastes : this.isEmpty() ? SAY.nothingGiven : undefined);
    if (this.fault() !== undefined) return;
    const text = this.note().trim();
    this.desk.tell({
      kind: 'tasted',
      taster,
      scales,
      faults: [...this.ticked()],
      ...(this.overall() === NONE ? {} : { overall: Number(this.overall()) }),
      ...(text === '' ? {} : { text }),
    });
    this.told.set(SAY.isKept(taster));
    this.goesOn.set(goesOn);
    this.taster.set('');
    this.overall.set(NONE);
    this.given.set({});
    this.ticked.set(new Set());
    this.note.set('');
    const tasting = this.tasting();
    if (tasting !== undefined) this.goOn(tasting, taster);
  }
}
