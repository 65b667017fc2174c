import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { limitFaults, type Part, proposalWords } from '@fellmist/core';
import { Desk } from '../state/desk';
import { LineDesk } from '../state/lineDesk';
import { readAmountTyped } from '../ui/numbers';
import { Preferences } from '../state/preferences';
import { inTemperature } from '../ui/temperature';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

const OUTCOMES = { accepted: SAY.taken, edited: SAY.takenWithOtherGrams, refused: SAY.left } as const;

/** Method and notes as text, the parts of the formula, and the record of what was taken and refused. */
@Component({
  selector: 'fm-notes-panel',
  imports: [Button, Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './notes-panel.html',
  styleUrl: './notes-panel.less',
})
export class NotesPanel {
  protected readonly say = SAY;
  private readonly preferences = inject(Preferences);
  protected readonly desk = inject(Desk);
  protected readonly lineDesk = inject(LineDesk);
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly parts = computed(() => this.desk.sheet()?.rebuild.parts ?? []);
  protected readonly noteText = computed(() => (this.desk.sheet()?.rebuild.notes ?? []).join('\n'));
  protected readonly methodText = computed(() => (this.desk.sheet()?.rebuild.method ?? []).join('\n'));

  protected readonly product = computed(() => {
    const product = this.desk.standing()?.product;
    if (!product) return undefined;
    const { ovenC, coreC, keeping } = product;
    const days = (count: number, where: string): string => (count > 0 ? SAY.daysInThe(count, where) : SAY.notInThe(where));
    return {
      name: product.name,
      doneness: product.doneness,
      oven: inTemperature(
        [ovenC ? SAY.ovenC(SAY.to(ovenC[0], ovenC[1])) : '', coreC ? SAY.coreC(SAY.to(coreC[0], coreC[1])) : ''].filter(Boolean).join(' '),
        this.preferences.settings().temperature,
      ),
      rest: product.rest,
      keeping: `${days(keeping.fridgeDays, SAY.fridge)}, ${days(keeping.freezerDays, SAY.freezer)}: ${keeping.words.charAt(0).toLowerCase()}${keeping.words.slice(1).replace(/\.$/, '')}`,
      mark: product.source,
    };
  });

  protected readonly decided = computed(() => {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    if (!sheet || !larder) return [];
    return [...sheet.decisions].reverse().map(({ proposal, outcome }) => ({ outcome: OUTCOMES[outcome], words: proposalWords(proposal.action, sheet, larder) }));
  });

  /** What of the formula is more than can be kept, in words. */
  protected readonly overLimits = computed(() => {
    const sheet = this.desk.sheet();
    return sheet ? limitFaults(sheet.rebuild) : [];
  });

  protected write(field: 'notes' | 'method', text: string): void {
    const lines = text.split('\n');
    this.desk.describe({ [field]: lines.every((line) => line.trim() === '') ? [] : lines }, field);
  }

  protected leaveBehind(part: Part, text: string): void {
    this.fault.set(undefined);
    const typed = text.trim() === '' ? { amount: { value: 0, unit: 'g' } } : readAmountTyped(text, 'g');
    if ('error' in typed || typed.amount.unit !== 'g') this.fault.set(SAY.giveWhatStaysBehindIn);
    else this.lineDesk.describePart(part.id, { leftBehindG: typed.amount.value });
  }
}
