import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import type { Plate } from '@fellmist/core';
import { showNumber } from '../ui/figures';
import { SAY } from './words';

/** The drawing's own units: a plate of this radius holds the most. */
const RIM = 92;
const FULL = 78;
/** Arrow keys lay so many grams more or less; with Shift ten times that. */
const STEP_G = 5;
const MOST_G = 5000;

/** How much lies on a plate, its area to scale with the others'; dragged or stepped, it says what would be if. */
@Component({
  selector: 'fm-plate-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plate-drawing.html',
  styleUrl: './plate-drawing.less',
})
export class PlateDrawing {
  protected readonly say = SAY;
  protected readonly rim = RIM;
  readonly plate = input.required<Plate>();
  /** What the fullest plate holds, grams. */
  readonly mostG = input.required<number>();
  readonly isFirst = input(false);
  readonly laid = output<number>();
  /** As laid last: keys may come faster than the page is drawn. */
  private readonly latest = linkedSignal(() => this.plate().massG);
  /** The scale keeps still while a finger drags. */
  private heldG: number | undefined;

  protected readonly radius = computed(() => FULL * Math.sqrt(Math.min((this.plate().massG ?? 0) / (this.heldG ?? this.mostG()), 1.35)));
  protected readonly grams = computed(() => {
    const { massG } = this.plate();
    return massG === undefined ? SAY.cannotBeTold : `${showNumber(massG, 0)} g`;
  });
  protected readonly energy = computed(() => {
    const sum = this.plate().figures?.energyKcal;
    return sum ? `${sum.gaps.length > 0 ? '≥ ' : ''}${showNumber(sum.amount, 0)} kcal` : '';
  });

  protected begin(event: PointerEvent): void {
    if (this.plate().massG === undefined) return;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.heldG = this.mostG();
    this.drag(event);
  }

  protected drag(event: PointerEvent): void {
    if (this.heldG === undefined) return;
    const box = (event.currentTarget as Element).getBoundingClientRect();
    const away = Math.hypot(event.clientX - box.left - box.width / 2, event.clientY - box.top - box.height / 2) / (box.width / 2);
    const share = ((away * 100) / FULL) ** 2;
    this.lay(this.heldG * Math.min(share, 1.35));
  }

  protected end(): void {
    this.heldG = undefined;
  }

  protected step(event: KeyboardEvent): void {
    const by = event.key === 'ArrowUp' || event.key === 'ArrowRight' ? 1 : event.key === 'ArrowDown' || event.key === 'ArrowLeft' ? -1 : 0;
    const massG = this.latest();
    if (by === 0 || massG === undefined) return;
    event.preventDefault();
    this.lay(massG + by * STEP_G * (event.shiftKey ? 10 : 1));
  }

  private lay(massG: number): void {
    const laid = Math.min(Math.max(Math.round(massG), 1), MOST_G);
    this.latest.set(laid);
    this.laid.emit(laid);
  }
}
