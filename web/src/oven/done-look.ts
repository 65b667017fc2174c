import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DoneLook } from '@fellmist/core';

type Shape = 'tin' | 'dish' | 'disc' | 'bun' | 'grid';

const SHAPES: Readonly<Record<DoneLook, Shape>> = {
  'clean pick': 'tin',
  'moist pick': 'tin',
  wobble: 'dish',
  set: 'dish',
  bubbles: 'disc',
  'set edge': 'disc',
  hollow: 'bun',
  'dry cracks': 'bun',
  crisp: 'grid',
};

/** Where bubbles broke and stayed open. */
const HOLES = [
  [40, 36],
  [54, 28],
  [66, 44],
  [78, 30],
  [92, 42],
  [52, 50],
  [84, 54],
] as const;

/** What is seen when it is done, drawn: the words beside it say the same. */
@Component({
  selector: 'fm-done-look',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './done-look.html',
  styleUrl: './done-look.less',
})
export class DoneLookDrawing {
  readonly look = input.required<DoneLook>();
  protected readonly holes = HOLES;
  protected readonly shape = computed(() => SHAPES[this.look()]);
}
