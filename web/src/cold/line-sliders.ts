import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { AT, type Food, type Line, type Part, readSum, broughtBy } from '@fellmist/core';
import { Desk } from '../state/desk';
import { LineDesk } from '../state/lineDesk';
import { SAY } from './words';

interface Slider {
  readonly line: Line;
  readonly name: string;
  readonly massG: number;
  readonly mostG: number;
  readonly step: number;
}

/** Foods that decide an ice: what lowers its freezing point. Foods that decide a foam: powders, gums, base, liquid, sweetener. */
const WANTED: Readonly<Record<'ice' | 'foam', (food: Food, seG: number) => boolean>> = {
  ice: ({ kind }, seG) => kind === 'sweetener' && seG > 0.05,
  foam: ({ kind }) => ['protein', 'gum', 'dairy', 'plant-drink', 'liquid', 'egg', 'sweetener', 'fruit'].includes(kind),
};

/** A slider for each line that matters; its name opens the stand-ins for it. */
@Component({
  selector: 'fm-line-sliders',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './line-sliders.html',
  styleUrl: './line-sliders.less',
})
export class LineSliders {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  private readonly lineDesk = inject(LineDesk);
  readonly part = input<Part>();
  readonly of = input.required<keyof typeof WANTED>();
  readonly swapAsked = output<string>();

  protected readonly sliders = computed((): readonly Slider[] => {
    const [part, larder] = [this.part(), this.desk.larder()];
    if (!part || !larder) return [];
    const wholeG = part.lines.reduce((sum, line) => sum + (line.massG ?? 0), 0);
    return part.lines.flatMap((line) => {
      const food = line.foodId === undefined ? undefined : larder.foods.get(line.foodId);
      const massG = line.massG;
      if (!food || massG === undefined || !WANTED[this.of()](food, readSum(broughtBy({ ...line, massG: 1 }, larder), AT.seG))) return [];
      const isFine = food.kind === 'gum' && massG < 20;
      const mostG = isFine ? Math.max(10, massG * 2) : Math.max(Math.ceil(wholeG / 40) * 10, Math.ceil(massG / 5) * 10);
      return [{ line, name: food.name, massG, mostG, step: isFine ? 0.5 : 1 }];
    });
  });

  protected draw(slider: Slider, value: string): void {
    const massG = Number(value);
    if (Number.isFinite(massG)) this.lineDesk.edit(slider.line.id, { kind: 'amount', amount: { value: massG, unit: 'g' }, text: `${massG} g` });
  }
}
