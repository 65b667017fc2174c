import { afterNextRender, ChangeDetectionStrategy, Component, computed, DestroyRef, effect, type ElementRef, inject, input, output, viewChild } from '@angular/core';
import { BarChart, CustomChart, LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent } from 'echarts/components';
import { type EChartsCoreOption, type EChartsType, init, use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { Preferences } from '../state/preferences';

use([BarChart, CustomChart, LineChart, ScatterChart, GridComponent, MarkAreaComponent, MarkLineComponent, CanvasRenderer]);

export type { EChartsType };
export type ChartOption = EChartsCoreOption;

/** The theme's colours, for a canvas that cannot read them by itself. */
export interface ChartPalette {
  readonly ink: string;
  readonly softInk: string;
  readonly accent: string;
  readonly rule: string;
  readonly band: string;
  readonly attention: string;
  readonly attentionWash: string;
  readonly sheet: string;
  readonly wash: string;
  readonly face: string;
}

function palette(): ChartPalette {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string): string => style.getPropertyValue(`--${name}`).trim();
  return {
    ink: colour('ink'),
    softInk: colour('soft-ink'),
    accent: colour('accent'),
    rule: colour('rule'),
    band: colour('band'),
    attention: colour('attention'),
    attentionWash: colour('attention-wash'),
    sheet: colour('sheet'),
    wash: colour('accent-wash'),
    face: colour('face'),
  };
}

/** A chart in Fellmist's colours; `words` say the same to those who cannot see it. */
@Component({
  selector: 'fm-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './chart.html',
  styleUrl: './chart.less',
})
export class Chart {
  private readonly preferences = inject(Preferences);
  readonly option = input.required<(colours: ChartPalette) => ChartOption>();
  readonly words = input.required<string>();
  /** The drawn chart, for who listens to what is done on it. */
  readonly ready = output<EChartsType>();
  private readonly canvas = viewChild.required<ElementRef<HTMLElement>>('canvas');
  private chart: EChartsType | undefined;
  /** Read anew with the theme alone: asking the page for its colours takes longer than drawing a line. */
  private readonly colours = computed(() => {
    this.preferences.theme();
    return palette();
  });
  private lines = 0;
  private drawnIn: ChartPalette | undefined;

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const element = this.canvas().nativeElement;
      this.chart = init(element);
      this.draw();
      this.ready.emit(this.chart);
      const sizes = new ResizeObserver(() => this.chart?.resize());
      sizes.observe(element);
      destroyed.onDestroy(() => {
        sizes.disconnect();
        this.chart?.dispose();
      });
    });
    effect(() => {
      this.colours();
      this.option();
      this.draw();
    });
  }

  private draw(): void {
    const colours = this.colours();
    const option = this.option()(colours);
    const lines = Array.isArray(option['series']) ? option['series'].length : 0;
    // The same lines with other numbers are merged; a line that is gone must not stay.
    this.chart?.setOption({ textStyle: { fontFamily: colours.face }, ...option }, lines !== this.lines || colours !== this.drawnIn);
    [this.lines, this.drawnIn] = [lines, colours];
  }
}
