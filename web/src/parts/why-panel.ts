import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { type LedgerRole, type Why, whyCost, whyFigure, whyRole, whyYield } from '@fellmist/core';
import { Preferences } from '../state/preferences';
import { Desk } from '../state/desk';
import { Prices } from '../state/prices';
import type { FigureRow } from '../ui/figures';
import { WhyCard } from '../ui/why-card';

export type Asked =
  | { readonly kind: 'role'; readonly role: LedgerRole }
  | { readonly kind: 'figure'; readonly row: FigureRow; readonly share?: number }
  | { readonly kind: 'yield' }
  | { readonly kind: 'cost' }
  /** What a desk of the cold table already knows. */
  | { readonly kind: 'said'; readonly why: Why };

/** What stands behind a figure of what lies on the bench. */
@Component({
  selector: 'fm-why-panel',
  imports: [WhyCard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './why-panel.html',
})
export class WhyPanel {
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  private readonly prices = inject(Prices);
  readonly asked = input.required<Asked>();
  readonly closed = output();

  protected readonly why = computed((): Why | undefined => {
    const [sheet, larder, rebuild] = [this.desk.sheet(), this.desk.larder(), this.desk.rebuild()];
    if (!sheet || !larder || !rebuild) return undefined;
    const asked = this.asked();
    const { portions } = rebuild.views;
    switch (asked.kind) {
      case 'role':
        return whyRole(asked.role, sheet.rebuild, larder);
      case 'figure':
        return whyFigure(asked.row, sheet.rebuild, asked.share ?? 1 / portions, larder, this.preferences.counting());
      case 'yield':
        return whyYield(sheet.rebuild, rebuild.totals, rebuild.views, rebuild.product, larder);
      case 'cost':
        return whyCost(sheet.rebuild, portions, larder, this.prices.perGram(), (amount) => this.preferences.showPrice(amount));
      case 'said':
        return asked.why;
    }
  });
}
