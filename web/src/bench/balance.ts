import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { type Consistency, type Figures, massOf, readTypedAmount, SCALE_MOST, type Views } from '@fellmist/core';
import { Desk } from '../state/desk';
import { Choice, type Option } from '../ui/choice';
import { acidGauge, type Gauge, gasGauge, sweetnessGauge } from './gauges';
import { FIGURE_ROWS, showChange, showNumber, showSum } from '../ui/figures';

type ViewName = 'portion' | 'batch' | 'per100g';

function place(consistency: Consistency): number | undefined {
  return consistency.kind === 'reckoned' ? (consistency.scale / SCALE_MOST) * 100 : undefined;
}

/** Half a step either side of the original: what nobody would notice at the spoon. */
const BAND = 0.25;

/** The band around a place on the line, kept within the line; in per cent. */
function bandAround(place: number | undefined): { readonly bandLeft: number; readonly bandWidth: number } {
  if (place === undefined) return { bandLeft: 0, bandWidth: 0 };
  const half = (BAND / SCALE_MOST) * 100;
  const bandLeft = Math.max(place - half, 0);
  return { bandLeft, bandWidth: Math.min(place + half, 100) - bandLeft };
}

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
  protected readonly asked = signal<string | undefined>(undefined);
  protected readonly yieldFault = signal<string | undefined>(undefined);

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
      ...bandAround(from),
      originalWords: original.kind === 'reckoned' ? original.word : original.words,
      rebuildWords: rebuild.kind === 'reckoned' ? rebuild.word : rebuild.words,
      hydration: rebuild.kind === 'reckoned' ? showNumber(rebuild.hydration, 2) : undefined,
      unknown: rebuild.kind === 'reckoned' ? rebuild.unknownThirst.join(', ') : '',
    };
  });

  /** Sweetness, gas and acid of original and rebuild, each on a line of its own. */
  protected readonly gauges = computed((): readonly Gauge[] => {
    const [before, now] = [this.desk.original(), this.desk.rebuild()];
    return before && now ? [sweetnessGauge(before, now), gasGauge(before, now), acidGauge(before, now)].filter((gauge) => gauge !== undefined) : [];
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

  /** The yield as weighed: "812", "0.8 kg"; empty takes it back. A fault is said beneath and changes nothing. */
  protected weighYield(text: string): void {
    this.yieldFault.set(undefined);
    if (text.trim() === '') {
      this.desk.describe({ yieldMassG: undefined }, 'yield');
      return;
    }
    const typed = readTypedAmount(text, 'g');
    const found = 'error' in typed ? undefined : massOf(typed.amount, undefined, 'us');
    if ('error' in typed) this.yieldFault.set(typed.error);
    else if (!found || 'gap' in found || found.massG <= 0) this.yieldFault.set('Give the yield as a weight above zero, such as 812 g.');
    else this.desk.describe({ yieldMassG: found.massG }, 'yield');
  }

  protected ask(what: string): void {
    this.asked.set(this.asked() === what ? undefined : what);
  }
}
