import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { inOrder, type Scale, SCALES, standingEvents, TASTE_FAULTS, tastedOf } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { bakeFeature } from '../state/bake.feature';
import { BakeDesk } from '../state/bakeDesk';
import { Choice, type Option } from '../ui/choice';
import { Button } from '../ui/zorro/button';
import { Checkbox } from '../ui/zorro/checkbox';
import { Field } from '../ui/zorro/field';
import { Skeleton } from '../ui/zorro/skeleton';
import { ANSWERS, SAY, SCALE_WORDS } from './words';

const NONE = '';

/** A taster's own form, made for a phone that is handed round: what is kept is told at once, and the form is empty for the next. */
@Component({
  selector: 'fm-taste-form',
  imports: [Button, Checkbox, Choice, Field, FormsModule, RouterLink, Skeleton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './taste-form.html',
  styleUrl: './taste-form.less',
})
export class TasteForm {
  protected readonly say = SAY;
  protected readonly faults = TASTE_FAULTS;
  protected readonly desk = inject(BakeDesk);
  private readonly store = inject(Store);
  protected readonly failure = this.store.selectSignal(bakeFeature.selectFailure);
  readonly bakeId = input.required<string>();
  protected readonly overalls: readonly Option<string>[] = Array.from({ length: 9 }, (_, i) => ({ value: String(i + 1), label: String(i + 1) }));
  protected readonly answers: readonly Option<string>[] = ANSWERS.map((label, i) => ({ value: String(i - 2), label }));
  protected readonly scales = SCALES.map((scale) => ({ scale, ...SCALE_WORDS[scale] }));
  protected readonly taster = signal('');
  protected readonly overall = signal(NONE);
  protected readonly given = signal<Readonly<Partial<Record<Scale, string>>>>({});
  protected readonly ticked = signal<ReadonlySet<string>>(new Set());
  protected readonly note = signal('');
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly told = signal<string | undefined>(undefined);
  /** Who has tasted it, with what they gave overall. */
  protected readonly before = computed(() => tastedOf(standingEvents(inOrder(this.desk.events()))).map(({ taster, overall }) => ({ taster, overall })));
  protected readonly formulaId = computed(() => this.desk.events().find((event) => event.kind === 'planned')?.formulaId);

  constructor() {
    effect(() => {
      const id = this.bakeId();
      untracked(() => this.desk.open(id));
    });
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

  protected keep(): void {
    const taster = this.taster().trim();
    const scales = Object.fromEntries(Object.entries(this.given()).map(([scale, value]) => [scale, Number(value)]));
    const isEmpty = this.overall() === NONE && Object.keys(scales).length === 0 && this.ticked().size === 0;
    this.fault.set(taster === '' ? SAY.whoTastes : isEmpty ? SAY.nothingGiven : undefined);
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
    this.taster.set('');
    this.overall.set(NONE);
    this.given.set({});
    this.ticked.set(new Set());
    this.note.set('');
  }
}
