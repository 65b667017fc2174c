import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { energySharesOf, type Plate } from '@fellmist/core';
import { Chart, type ChartOption, type ChartPalette } from '../ui/chart';
import { showNumber } from '../ui/figures';
import { SAY } from './words';

/** Where each one's energy comes from: protein, fat, and all else. */
@Component({
  selector: 'fm-energy-bars',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './energy-bars.html',
  styleUrl: './energy-bars.less',
})
export class EnergyBars {
  protected readonly say = SAY;
  readonly plates = input.required<readonly Plate[]>();
  private readonly shares = computed(() =>
    this.plates().flatMap(({ plated }) => {
      const shares = plated.per100g && plated.per100g.energyKcal.gaps.length === 0 ? energySharesOf(plated.per100g) : undefined;
      return shares ? [{ name: plated.name, shares }] : [];
    }),
  );
  protected readonly height = computed(() => `${this.shares().length * 44 + 36}px`);
  protected readonly words = computed(() =>
    this.shares()
      .map(({ name, shares: { protein, fat, rest } }) => SAY.sharesOf(name, showNumber(protein * 100, 0), showNumber(fat * 100, 0), showNumber(rest * 100, 0)))
      .join(' '),
  );

  protected readonly option = computed(() => {
    const shares = [...this.shares()].reverse();
    const parts = [
      { key: 'protein', name: SAY.protein },
      { key: 'fat', name: SAY.fat },
      { key: 'rest', name: SAY.carbsAndAllElse },
    ] as const;
    return (palette: ChartPalette): ChartOption => ({
      animation: false,
      grid: { left: 8, right: 16, top: 4, bottom: 28, containLabel: true },
      xAxis: { type: 'value', min: 0, max: 100, axisLabel: { color: palette.softInk, formatter: '{value} %' }, splitLine: { lineStyle: { color: palette.rule } } },
      yAxis: {
        type: 'category',
        data: shares.map(({ name }) => name),
        axisLabel: { color: palette.ink, width: 190, overflow: 'truncate' },
        axisLine: { lineStyle: { color: palette.ink } },
        axisTick: { show: false },
      },
      series: parts.map(({ key, name }, i) => ({
        type: 'bar',
        name,
        stack: 'energy',
        barWidth: 22,
        silent: true,
        data: shares.map((one) => Number((one.shares[key] * 100).toFixed(1))),
        itemStyle: { color: [palette.accent, palette.attention, palette.band][i], borderColor: palette.sheet, borderWidth: 1 },
        label: { show: true, formatter: ({ value }: { value: number }) => (value >= 9 ? `${value.toFixed(0)} %` : ''), color: i === 2 ? palette.ink : palette.sheet },
      })),
    });
  });
}
