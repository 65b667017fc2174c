import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { type Bake, inWeighingOrder } from '@fellmist/core/bake';
import { BakeDesk } from '../state/bakeDesk';
import { showNumber } from '../ui/figures';
import { SAY } from './words';

const TOP = 20;
const FOOT = 210;
const MIDDLE = 190;
/** Half of the bowl's width at its rim and at its foot. */
const RIM = 150;
const BASE = 60;
/** A layer thinner than this bears no name. */
const NAMED = 18;

interface Layer {
  readonly id: string;
  readonly path: string;
  readonly y: number;
  readonly words: string | undefined;
  readonly tone: number;
}

const half = (y: number): number => BASE + (RIM - BASE) * Math.sqrt(Math.max((FOOT - y) / (FOOT - TOP), 0));

/** The bowl as it fills, a layer a food: a glance says what is already in. */
@Component({
  selector: 'fm-bowl-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bowl-drawing.html',
  styleUrl: './bowl-drawing.less',
})
export class BowlDrawing {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  readonly bake = input.required<Bake>();
  readonly current = input<string>();
  /** Grams on the scale that are not taken yet. */
  readonly pouring = input(0);

  private readonly amounts = computed(() =>
    inWeighingOrder(this.bake())
      .map((line, i) => ({
        id: line.id,
        tone: i % 3,
        name: this.desk.lineName(line).toLowerCase(),
        massG: line.pours.reduce((sum, { bowl, massG }) => sum + (bowl === this.bake().bowl ? massG : 0), 0) + (line.id === this.current() ? Math.max(this.pouring(), 0) : 0),
      }))
      .filter(({ massG }) => massG > 0),
  );
  protected readonly heading = computed(() =>
    SAY.inTheBowlG(
      showNumber(
        this.amounts().reduce((sum, { massG }) => sum + massG, 0),
        0,
      ),
    ),
  );

  protected readonly layers = computed((): readonly Layer[] => {
    const all = this.bake().lines.reduce((sum, { plannedG = 0, pouredG, state }) => sum + (state === 'left out' ? 0 : Math.max(plannedG, pouredG)), 0);
    const perGram = (0.9 * (FOOT - TOP)) / Math.max(all, 1);
    let bottom = FOOT;
    return this.amounts().map(({ id, tone, name, massG }) => {
      const top = bottom - Math.max(massG * perGram, 1);
      const points = Array.from({ length: 9 }, (_point, i) => bottom + ((top - bottom) * i) / 8);
      const right = points.map((y) => `${(MIDDLE + half(y)).toFixed(1)},${y.toFixed(1)}`).join(' L ');
      const left = [...points]
        .reverse()
        .map((y) => `${(MIDDLE - half(y)).toFixed(1)},${y.toFixed(1)}`)
        .join(' L ');
      const layer = { id, tone, path: `M ${right} L ${left} Z`, y: (top + bottom) / 2 + 4, words: bottom - top >= NAMED ? `${name} ${showNumber(massG, 0)}` : undefined };
      bottom = top;
      return layer;
    });
  });

  protected readonly wall = ((): string => {
    const points = Array.from({ length: 17 }, (_point, i) => FOOT + ((TOP - FOOT) * i) / 16);
    const right = points.map((y) => `${(MIDDLE + half(y)).toFixed(1)},${y.toFixed(1)}`);
    const left = [...points].reverse().map((y) => `${(MIDDLE - half(y)).toFixed(1)},${y.toFixed(1)}`);
    return `M ${left.join(' L ')} L ${right.join(' L ')}`;
  })();
}
