import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { StoredTasting } from '@fellmist/contract';
import { LIMITS, namesOnce } from '@fellmist/core';
import { type BakeAct, faultsFor, type Scale, scalesFor } from '@fellmist/core/bake';
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
import { AtTable, saysNothing, type Sheet } from './atTable';
import { ANSWERS, SAY, SCALE_WORDS } from './words';

const JUST_RIGHT = '0';

/** What a taster said, as it is told. */
function tastedBy(taster: string, { overall, given, ticked, note }: Sheet): BakeAct {
  const text = note.trim();
  return {
    kind: 'tasted',
    taster,
    scales: Object.fromEntries(Object.entries(given).map(([scale, value]) => [scale, Number(value)])),
    faults: [...ticked],
    ...(overall === '' ? {} : { overall: Number(overall) }),
    ...(text === '' ? {} : { text }),
  };
}

/** A taster's own form, made for a phone that is handed round, or for one who asks all at the table: what is kept is told at once, and the form is empty for the next. */
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
  /** Where it is tasted behind codes the tasting; and who tastes, one or several, where that is known. */
  readonly tasting = input<string>();
  readonly who = input<string | readonly string[]>();
  /** Behind codes one alone tastes. */
  protected readonly taster = computed(() => [this.who() ?? ''].flat()[0] ?? '');
  private readonly sheets = signal<StoredTasting['tasting']['sheets']>([]);
  private readonly samples = computed(() => this.sheets().find(({ taster }) => taster === this.taster())?.samples ?? []);
  /** The code under which this try stands before the taster. */
  protected readonly code = computed(() => this.samples().find(({ bakeId }) => bakeId === this.bakeId())?.code);
  protected readonly overalls: readonly Option<string>[] = Array.from({ length: 9 }, (_, i) => ({ value: String(i + 1), label: String(i + 1) }));
  protected readonly answers: readonly Option<string>[] = ANSWERS.map((label, i) => ({ value: String(i - 2), label }));
  protected readonly scales = computed(() => scalesFor(this.desk.product(), this.desk.heat()).map((scale) => ({ scale, ...SCALE_WORDS[scale] })));
  protected readonly table = new AtTable();
  /** Whom one press seats: who sits there already, and whoever may taste next. */
  protected readonly names = computed(() => namesOnce([...this.table.places().flatMap(({ key }) => (key === '' ? [] : [key])), ...this.desk.tasters()]));
  protected readonly isAlone = computed(() => this.table.places().length === 1);
  protected readonly asked = signal<string | undefined>(undefined);
  /** Whose ticks and words are written: one at the table at a time. */
  protected readonly noticing = computed(() => this.table.places().find(({ key }) => key === this.asked())?.key ?? this.table.places()[0]?.key ?? '');
  protected readonly noticers = computed((): readonly Option<string>[] => this.table.places().map(({ key, name }) => ({ value: key, label: name === '' ? SAY.nameless : name })));
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly told = signal<string | undefined>(undefined);
  /** They were the last to taste: to the tries once the server has heard it. */
  private readonly goesOn = signal(false);
  protected readonly formulaId = computed(() => this.desk.events().find((event) => event.kind === 'planned')?.formulaId);

  constructor() {
    effect(() => {
      const id = this.bakeId();
      untracked(() => this.desk.open(id));
    });
    effect(() => {
      const [id, who, taster] = [this.tasting(), this.who(), this.taster()];
      untracked(() => {
        if (id !== undefined) this.openSheet(id, taster);
        else if (who !== undefined) this.table.seat(...[who].flat());
      });
    });
    effect(() => {
      const formulaId = this.formulaId();
      const isHeard = this.desk.waiting().length === 0 && this.desk.refused() === undefined;
      if (this.goesOn() && isHeard && formulaId !== undefined && this.table.isBlank()) untracked(() => void this.router.navigate(['/book', formulaId]));
    });
  }

  private openSheet(id: string, taster: string): void {
    this.table.seat(taster);
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
      this.table.seat(taster);
      void this.router.navigate(['/book/taste', next.bakeId], { queryParams: { tasting, who: taster }, replaceUrl: true });
      window.scrollTo(0, 0);
    } else void this.router.navigate(['/book/tasting', tasting], { replaceUrl: true });
  }

  /** Enter in the field of names: they sit at the table, and the next may be written. */
  protected another(): void {
    this.table.seat(this.table.writing());
    this.table.writing.set('');
  }

  protected write(part: Partial<Sheet>): void {
    this.table.say(this.noticing(), part);
  }

  protected tick(id: string, isOn: boolean): void {
    const next = new Set(this.table.of(this.noticing()).ticked);
    if (isOn) next.add(id);
    else next.delete(id);
    this.write({ ticked: next });
  }

  protected give(key: string, scale: Scale, value: string): void {
    this.table.say(key, { given: { ...this.table.of(key).given, [scale]: value } });
  }

  /** What nobody has said anything of was just right, for all of them. */
  protected restIsRight(): void {
    const right = Object.fromEntries(this.scales().map(({ scale }) => [scale, JUST_RIGHT]));
    for (const { key } of this.table.places()) this.table.say(key, { given: { ...right, ...this.table.of(key).given } });
  }

  protected keep(goesOn = false): void {
    const said = this.table.places().map(({ key, name }) => ({ name, sheet: this.table.of(key) }));
    const mute = said.filter(({ sheet }) => saysNothing(sheet));
    const missing = mute.length === 0 ? undefined : said.length === 1 ? SAY.nothingGiven : SAY.nothingSaid(mute.map(({ name }) => name).join(', '));
    this.fault.set(said.some(({ name }) => name === '') ? SAY.whoTastes : missing);
    if (this.fault() !== undefined) return;
    const names = said.map(({ name }) => name);
    this.desk.tell(...said.map(({ name, sheet }) => tastedBy(name, sheet)));
    this.told.set(names.length === 1 ? SAY.isKept(names[0] ?? '') : SAY.allKept(names.join(', ')));
    this.goesOn.set(goesOn);
    this.table.clear();
    const tasting = this.tasting();
    if (tasting !== undefined) this.goOn(tasting, names[0] ?? '');
  }
}
