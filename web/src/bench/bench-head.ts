import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { type Formula } from '@fellmist/core';
import { type BenchState } from '../state/bench.feature';
import { Desk } from '../state/desk';

/** Title, portions, revisions and the state of saving. */
@Component({
  selector: 'fm-bench-head',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench-head.html',
  styleUrl: './bench-head.less',
})
export class BenchHead {
  protected readonly desk = inject(Desk);
  readonly state = input.required<BenchState>();
  readonly unsaved = input.required<boolean>();
  readonly formula = input.required<Formula>();
  readonly undone = output();
  readonly redone = output();
  readonly saved = output<string>();
  readonly draftDiscarded = output();
  readonly broughtBack = output<string>();
  protected readonly label = signal('');
  private readonly times = new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit' });

  private readonly days = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short' });

  protected readonly savedWords = computed(() => {
    const { saving, saved, head } = this.state();
    if (saving === 'saving') return 'saving…';
    if (this.unsaved()) return 'not saved';
    if (!saved || !head) return '';
    const at = new Date(head.createdAt);
    return `saved ${(at.toDateString() === new Date().toDateString() ? this.times : this.days).format(at)}`;
  });

  protected readonly exportUrl = computed(() => {
    const { formulaId, head } = this.state();
    return formulaId && head ? `/api/formulas/${formulaId}/recipe.jsonld` : undefined;
  });

  protected rename(title: string): void {
    if (title.trim() !== '') this.desk.describe({ title: title.slice(0, 120) }, 'title');
  }

  protected givePortions(text: string): void {
    const portions = Number(text);
    if (Number.isFinite(portions) && portions > 0 && portions <= 10_000) this.desk.describe({ portions }, 'portions');
  }

  protected save(): void {
    this.saved.emit(this.label());
    this.label.set('');
  }
}
