import { afterNextRender, ChangeDetectionStrategy, Component, DestroyRef, effect, type ElementRef, inject, input, viewChild } from '@angular/core';
import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent } from 'echarts/components';
import { type EChartsCoreOption, type EChartsType, init, use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { Preferences } from '../shell/preferences';

use([LineChart, ScatterChart, GridComponent, MarkAreaComponent, MarkLineComponent, CanvasRenderer]);

export type ChartOption = EChartsCoreOption;

/** The theme's colours, for a canvas that cannot read them by itself. */
export interface ChartPalette {
  readonly ink: string;
  readonly softInk: string;
  readonly accent: string;
  readonly rule: string;
  readonly band: string;
  readonly attention: string;
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
    face: colour('face'),
  };
}

/** A chart in Fellmist's colours; `words` say the same to those who cannot see it. */
@Component({
  selector: 'fm-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #canvas class="canvas" role="img" [attr.aria-label]="words()"></div>`,
  styles: `
    :host {
      display: block;
      min-height: 120px;
    }
    .canvas {
      width: 100%;
      height: 100%;
    }
  `,
})
export class Chart {
  private readonly preferences = inject(Preferences);
  readonly option = input.required<(colours: ChartPalette) => ChartOption>();
  readonly words = input.required<string>();
  private readonly canvas = viewChild.required<ElementRef<HTMLElement>>('canvas');
  private chart: EChartsType | undefined;

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const element = this.canvas().nativeElement;
      this.chart = init(element);
      this.draw();
      const sizes = new ResizeObserver(() => this.chart?.resize());
      sizes.observe(element);
      destroyed.onDestroy(() => {
        sizes.disconnect();
        this.chart?.dispose();
      });
    });
    effect(() => {
      this.preferences.theme();
      this.option();
      this.draw();
    });
  }

  private draw(): void {
    const colours = palette();
    this.chart?.setOption({ textStyle: { fontFamily: colours.face }, ...this.option()(colours) }, true);
  }
}
