import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Pack } from '@fellmist/core';
import { packDifferences } from './packWords';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

/** A pack that was saved elsewhere meanwhile: what differs, side by side, and a choice that loses neither. */
@Component({
  selector: 'fm-pack-conflict',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pack-conflict.html',
  styleUrl: './pack-conflict.less',
})
export class PackConflict {
  protected readonly say = SAY;
  readonly mine = input.required<Pack>();
  readonly theirs = input.required<Pack>();
  readonly mineKept = output();
  readonly theirsTaken = output();

  protected readonly rows = computed(() => packDifferences(this.mine(), this.theirs()));
}
