import { ChangeDetectionStrategy, Component, computed, type ElementRef, effect, inject, input, output, signal, viewChild } from '@angular/core';
import { type Line, type SwapRule } from '@fellmist/core';
import { Desk } from '../state/desk';
import { showChange, showNumber } from '../ui/figures';
import { Choice } from '../ui/choice';
import { FoodSelect } from '../ui/food-select';

const SHARES = [
  { share: 1, name: 'all' },
  { share: 0.5, name: 'half' },
  { share: 1 / 3, name: 'a third' },
] as const;

function ratioOf(rule: SwapRule): string {
  const ratio = rule.to
    .map(({ ratio: one }) =>
      showNumber(one, 2)
        .replace(/([.,]\d*?)0+$/, '$1')
        .replace(/[.,]$/, ''),
    )
    .join(' + ');
  return `× ${ratio} by ${rule.basis === 'mass' ? 'weight' : rule.basis}`;
}

/** Stand-ins for one line, each with its ratio, its reason and what a portion would become. */
@Component({
  selector: 'fm-swap-panel',
  imports: [Choice, FoodSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './swap-panel.html',
  styleUrl: './swap-panel.less',
  host: { '(keydown.escape)': 'closed.emit()' },
})
export class SwapPanel {
  protected readonly desk = inject(Desk);
  readonly line = input.required<Line>();
  readonly closed = output();
  protected readonly shares = SHARES;
  protected readonly share = signal(1);
  protected readonly fault = signal<string | undefined>(undefined);
  private readonly heading = viewChild.required<ElementRef<HTMLElement>>('heading');
  protected readonly name = computed(() => this.desk.foodName(this.line().foodId) ?? this.line().name);

  protected readonly offers = computed(() => {
    const now = this.desk.rebuild();
    if (!now) return [];
    return this.desk.candidates(this.line(), this.share()).map(({ rule, names, result }) => ({
      rule,
      names: names.join(' and '),
      ratio: ratioOf(rule),
      share: Math.min(this.share(), rule.maxShare),
      limited: this.share() > rule.maxShare + 1e-9 ? `Takes ${showNumber(rule.maxShare * 100, 0)} % of it: ${rule.maxShareReason ?? 'more does not work well'}.` : undefined,
      energy: showChange(now.views.portion.energyKcal.amount, result.views.portion.energyKcal.amount, 0),
      protein: showChange(now.views.portion.proteinG.amount, result.views.portion.proteinG.amount, 1),
      net: showChange(now.views.portion.netCarbG.amount, result.views.portion.netCarbG.amount, 1),
    }));
  });

  constructor() {
    effect(() => {
      this.line();
      this.heading().nativeElement.focus();
    });
  }

  protected take(rule: SwapRule, share: number): void {
    const fault = this.desk.takeCandidate(this.line().id, rule, share);
    this.fault.set(fault);
    if (!fault) this.closed.emit();
  }

  protected readonly packs = computed(() => this.desk.packsFor(this.line()).map(({ id, name }) => ({ value: id, label: name })));

  protected useFood(foodId: string): void {
    this.desk.edit(this.line().id, { kind: 'food', foodId });
    this.closed.emit();
  }
}
