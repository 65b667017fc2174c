import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { StoredFormula } from '@fellmist/contract';
import { allLines, analyse, type Worksheet } from '@fellmist/core';
import { Desk } from '../state/desk';
import { Preferences } from '../state/preferences';
import { showSum } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { aPortion } from '../ui/portionWords';
import { SAY } from './words';

interface Side {
  readonly heading: string;
  readonly said: string;
  readonly lines: readonly { readonly text: string; readonly differs: boolean }[];
}

/** A save that came too late: both versions side by side, and a choice that loses neither. */
@Component({
  selector: 'fm-conflict',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './conflict.html',
  styleUrl: './conflict.less',
})
export class Conflict {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  readonly mine = input.required<Worksheet>();
  readonly theirs = input.required<StoredFormula>();
  readonly mineKept = output();
  readonly theirsTaken = output();

  protected readonly sides = computed((): readonly Side[] => {
    const theirs = this.theirs();
    return [
      this.side(SAY.yoursOnThisScreen, this.mine(), theirs.worksheet),
      this.side(SAY.saved3(theirs.thisTry.label || SAY.try(theirs.thisTry.number)), theirs.worksheet, this.mine()),
    ];
  });

  private side(heading: string, sheet: Worksheet, other: Worksheet): Side {
    const larder = this.desk.larder();
    const energy = larder && analyse(sheet.rebuild, larder).views.portion[this.preferences.energyFigure()];
    const others = new Set(allLines(other.rebuild).map((line) => line.text));
    return {
      heading,
      said: energy ? `${showSum(energy, 0)} ${this.preferences.energyUnit()} ${aPortion(sheet.rebuild.portionWord)}` : '',
      lines: allLines(sheet.rebuild).map((line) => ({ text: line.text, differs: !others.has(line.text) })),
    };
  }
}
