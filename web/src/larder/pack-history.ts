import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import type { PackVersion } from '@fellmist/contract';
import { type Pack, pricePer100g } from '@fellmist/core';
import { Asking } from '../state/asking';
import { lookupActions } from '../state/lookup.actions';
import { packDifferences } from './packWords';
import { Preferences } from '../state/preferences';
import { Chart, type ChartOption, type ChartPalette } from '../ui/chart';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

/** Every save of a pack, the last first, with what it changed; any of them can be taken up again. */
@Component({
  selector: 'fm-pack-history',
  imports: [Button, Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pack-history.html',
  styleUrl: './pack-history.less',
})
export class PackHistory {
  protected readonly say = SAY;
  private readonly asking = inject(Asking);
  private readonly preferences = inject(Preferences);
  readonly packId = input.required<string>();
  /** The version that is saved now: another one asks for the saves anew. */
  readonly version = input.required<number>();
  readonly takenUp = output<Pack>();
  protected readonly fault = signal<string | undefined>(undefined);
  private readonly saves = signal<readonly PackVersion[] | undefined>(undefined);
  private readonly moments = new Intl.DateTimeFormat(LOCALE, { dateStyle: 'medium', timeStyle: 'short' });

  protected readonly rows = computed(() =>
    this.saves()?.map(({ pack, version, savedAt }, i, all) => {
      const before = all[i + 1]?.pack;
      return { pack, version, on: this.moments.format(new Date(savedAt)), isFirst: before === undefined, changes: before ? packDifferences(before, pack) : [] };
    }),
  );

  /** What 100 g cost at each save that changed it, the first first; of saves in the currency that is paid in now. */
  private readonly prices = computed(() => {
    const saves = [...(this.saves() ?? [])].reverse();
    const currency = saves.at(-1)?.pack.currency;
    const told = saves.flatMap(({ pack, savedAt }) => {
      const amount = pricePer100g(pack);
      return amount === undefined || pack.currency !== currency ? [] : [{ at: savedAt, amount, currency }];
    });
    return told.filter(({ amount }, i) => amount !== told[i - 1]?.amount);
  });
  protected readonly hasPrices = computed(() => this.prices().length > 1);
  protected readonly priceWords = computed(() => {
    const said = this.prices().map(({ at, amount, currency }) => `${this.moments.format(new Date(at))} ${this.preferences.showPrice(amount, currency)}`);
    return SAY.priceOverTimeWords(said.join(', '));
  });
  protected readonly priceChart = computed(() => {
    const prices = this.prices();
    const last = prices.at(-1);
    // A price holds until the next one, the last one until now.
    const points = [...prices.map(({ at, amount }) => [at, amount]), ...(last ? [[new Date().toISOString(), last.amount]] : [])];
    return (palette: ChartPalette): ChartOption => ({
      animation: false,
      grid: { left: 72, right: 16, top: 16, bottom: 28 },
      xAxis: { type: 'time', axisLabel: { color: palette.softInk, hideOverlap: true }, axisLine: { lineStyle: { color: palette.ink } } },
      yAxis: {
        type: 'value',
        min: 0,
        axisLabel: { color: palette.softInk, formatter: (value: number) => this.preferences.showPrice(value, last?.currency) },
        splitLine: { lineStyle: { color: palette.rule } },
      },
      series: [{ type: 'line', step: 'end', data: points, symbolSize: 6, lineStyle: { color: palette.accent, width: 2 }, itemStyle: { color: palette.accent } }],
    });
  });

  constructor() {
    effect(() => {
      const [id, version] = [this.packId(), this.version()];
      untracked(() => this.fetch(id, version));
    });
  }

  private fetch(id: string, version: number): void {
    if (version === 0) {
      this.saves.set([]);
      return;
    }
    this.asking
      .ask<readonly PackVersion[]>((ask) => lookupActions.packHistory({ ask, id }))
      .subscribe((answer) => {
        this.fault.set(answer.ok ? undefined : answer.words);
        if (answer.ok) this.saves.set(answer.value);
      });
  }
}
