import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { type StoredFormula } from '@fellmist/contract';
import { allLines, analyse, type Worksheet } from '@fellmist/core';
import { Desk } from '../state/desk';
import { Preferences } from '../state/preferences';
import { showSum } from '../ui/figures';

interface Side {
  readonly heading: string;
  readonly said: string;
  readonly lines: readonly { readonly text: string; readonly differs: boolean }[];
}

/** A save that came too late: both versions side by side, and a choice that loses neither. */
@Component({
  selector: 'fm-conflict',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="conflict" role="alertdialog" aria-labelledby="conflict-title">
      <h2 id="conflict-title">This formula was saved meanwhile elsewhere</h2>
      <p>Nothing was overwritten. Whichever you choose, the other stays in the list of tries or can be undone to.</p>
      <div class="sides">
        @for (side of sides(); track side.heading) {
          <div>
            <h3>{{ side.heading }}</h3>
            <p class="soft">{{ side.said }}</p>
            <ul>
              @for (line of side.lines; track $index) {
                <li [class.differs]="line.differs">{{ line.differs ? '≠ ' : '' }}{{ line.text }}</li>
              }
            </ul>
            <button type="button" class="button strong" (click)="$index === 0 ? mineKept.emit() : theirsTaken.emit()">
              {{ $index === 0 ? 'Save mine as the next try' : 'Go on with the saved one' }}
            </button>
          </div>
        }
      </div>
    </section>
  `,
  styles: `
    .conflict {
      padding: 14px 20px;
      border-bottom: 1px solid var(--attention);
      background: var(--attention-wash);
    }
    .sides {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 24px;
      margin-top: 10px;
    }
    h3 {
      font-size: 15px;
    }
    ul {
      overflow: auto;
      max-height: 220px;
      margin: 6px 0 10px;
      padding: 0;
      list-style: none;
    }
    .differs {
      font-weight: 700;
    }
    @media (max-width: 720px) {
      .sides {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class Conflict {
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  readonly mine = input.required<Worksheet>();
  readonly theirs = input.required<StoredFormula>();
  readonly mineKept = output();
  readonly theirsTaken = output();

  protected readonly sides = computed((): readonly Side[] => {
    const theirs = this.theirs();
    return [
      this.side('Yours, on this screen', this.mine(), theirs.worksheet),
      this.side(`Saved: ${theirs.thisTry.label || `try ${theirs.thisTry.number}`}`, theirs.worksheet, this.mine()),
    ];
  });

  private side(heading: string, sheet: Worksheet, other: Worksheet): Side {
    const larder = this.desk.larder();
    const energy = larder && analyse(sheet.rebuild, larder).views.portion[this.preferences.energyFigure()];
    const others = new Set(allLines(other.rebuild).map((line) => line.text));
    return {
      heading,
      said: energy ? `${showSum(energy, 0)} ${this.preferences.energyUnit()} a ${sheet.rebuild.portionWord}` : '',
      lines: allLines(sheet.rebuild).map((line) => ({ text: line.text, differs: !others.has(line.text) })),
    };
  }
}
