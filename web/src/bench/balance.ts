import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { type Consistency, type Figures, SCALE_MOST, type Views } from '@fellmist/core';
import { Desk } from '../state/desk';
import { Choice, type Option } from '../ui/choice';
import { FIGURE_ROWS, showChange, showNumber, showSum } from '../ui/figures';

type ViewName = 'portion' | 'batch' | 'per100g';

function place(consistency: Consistency): number | undefined {
  return consistency.kind === 'reckoned' ? (consistency.scale / SCALE_MOST) * 100 : undefined;
}

/** Half a step either side of the original: what nobody would notice at the spoon. */
const BAND = 0.25;

/** How thick original and rebuild are, and the whole nutrition of both side by side. */
@Component({
  selector: 'fm-balance',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './balance.html',
  styleUrl: './balance.less',
})
export class Balance {
  protected readonly desk = inject(Desk);
  protected readonly view = signal<ViewName>('portion');
  protected readonly asked = signal(false);

  protected readonly views = computed((): readonly Option<ViewName>[] => [
    { label: `A ${this.desk.sheet()?.rebuild.portionWord ?? 'portion'}`, value: 'portion' },
    { label: 'Batch', value: 'batch' },
    { label: '100 g', value: 'per100g' },
  ]);

  protected readonly thickness = computed(() => {
    const balance = this.desk.balance();
    if (!balance) return undefined;
    const { original, rebuild } = balance;
    const [from, to] = [place(original), place(rebuild)];
    const away = original.kind === 'reckoned' && rebuild.kind === 'reckoned' ? Math.abs(rebuild.scale - original.scale) : undefined;
    return {
      from,
      to,
      isOff: away !== undefined && away > BAND,
      bandLeft: from === undefined ? 0 : Math.max(from - (BAND / SCALE_MOST) * 100, 0),
      bandWidth: (2 * BAND * 100) / SCALE_MOST,
      originalWords: original.kind === 'reckoned' ? original.word : original.words,
      rebuildWords: rebuild.kind === 'reckoned' ? rebuild.word : rebuild.words,
      hydration: rebuild.kind === 'reckoned' ? showNumber(rebuild.hydration, 2) : undefined,
      unknown: rebuild.kind === 'reckoned' ? rebuild.unknownThirst.join(', ') : '',
    };
  });

  protected readonly gaps = computed(() => this.desk.rebuild()?.gaps.length ?? 0);
  protected readonly basis = computed(() => {
    const views = this.desk.rebuild()?.views;
    return views?.yieldIsWeighed ? 'of the weighed yield' : 'of the raw mix';
  });

  protected readonly rows = computed(() => {
    const [before, now] = [this.figures(this.desk.original()?.views), this.figures(this.desk.rebuild()?.views)];
    if (!before || !now) return [];
    return FIGURE_ROWS.map((row) => ({
      row,
      before: showSum(before[row.key], row.digits),
      now: showSum(now[row.key], row.digits),
      change: showChange(before[row.key].amount, now[row.key].amount, row.digits),
    }));
  });

  private figures(views: Views | undefined): Figures | undefined {
    return views?.[this.view()];
  }

  protected weighYield(text: string): void {
    const yieldMassG = Number(text);
    if (text.trim() === '') this.desk.describe({ yieldMassG: undefined }, 'yield');
    else if (Number.isFinite(yieldMassG) && yieldMassG > 0 && yieldMassG <= 1e7) this.desk.describe({ yieldMassG }, 'yield');
  }
}
