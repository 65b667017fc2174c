import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { type Part, proposalWords } from '@fellmist/core';
import { Desk } from '../state/desk';
import { readAmountTyped } from '../ui/numbers';
import { Preferences } from '../state/preferences';
import { inTemperature } from '../ui/temperature';

const OUTCOMES = { accepted: 'taken', edited: 'taken with other grams', refused: 'left' } as const;

/** Method and notes as text, the parts of the formula, and the record of what was taken and refused. */
@Component({
  selector: 'fm-notes-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="notes-title">
      <div class="ruled"><h2 id="notes-title">Notes</h2></div>
      <label for="notes" class="unseen">Notes</label>
      <textarea
        #notes
        id="notes"
        rows="3"
        maxlength="20000"
        placeholder="What you want to remember of this one"
        [value]="noteText()"
        (input)="write('notes', notes.value)"
      ></textarea>
      @if (product(); as product) {
        <p class="small">
          <strong>{{ product.name }}.</strong> {{ product.doneness }} {{ product.oven }} {{ product.rest }} Keeps {{ product.keeping }}.
          <span class="soft">{{ product.mark }}</span>
        </p>
      }
      <h3>Method</h3>
      <label for="method" class="unseen">Method, a step a line</label>
      <textarea #method id="method" rows="6" maxlength="20000" placeholder="A step a line" [value]="methodText()" (input)="write('method', method.value)"></textarea>
      <h3>Parts</h3>
      @for (part of parts(); track part.id) {
        <div class="part">
          <input
            #heading
            class="field"
            maxlength="200"
            [attr.aria-label]="'Heading of part ' + ($index + 1)"
            [placeholder]="$index === 0 ? 'main part' : 'a heading'"
            [value]="part.heading"
            (input)="desk.describePart(part, { heading: heading.value })"
          />
          <label class="unseen" [for]="'counting-' + part.id">How it counts</label>
          <select #counting class="select" [id]="'counting-' + part.id" (change)="count(part, counting.value)">
            <option value="counted" [selected]="!part.counting">counts</option>
            <option value="left out" [selected]="part.counting === 'left out'">left out</option>
            <option value="at the table" [selected]="part.counting === 'at the table'">at the table</option>
          </select>
          <input
            #left
            class="field left"
            inputmode="decimal"
            maxlength="8"
            [attr.aria-label]="'Grams of part ' + ($index + 1) + ' that stay behind'"
            placeholder="g left"
            [value]="part.leftBehindG ?? ''"
            (change)="leaveBehind(part, left.value)"
          />
          @if (part.lines.length === 0) {
            <button type="button" class="link" (click)="desk.removePart(part.id)">Remove</button>
          }
        </div>
      }
      @if (fault(); as words) {
        <p class="attention small" role="alert">{{ words }}</p>
      }
      <p class="soft small">“g left” is what stays in the dish or pan and is not eaten. Lines move to a part in their own panel.</p>
      <button type="button" class="button" (click)="desk.addPart('For the topping')">Add a part</button>
      <h3>What was decided</h3>
      <ul>
        @for (one of decided(); track $index) {
          <li>
            <span class="soft">{{ one.outcome }}:</span> {{ one.words }}
          </li>
        } @empty {
          <li class="soft">Nothing yet.</li>
        }
      </ul>
    </section>
  `,
  styles: `
    textarea {
      width: 100%;
      padding: 6px 8px;
      border: 1px solid var(--field-rule);
      border-radius: 4px;
      margin-top: 8px;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
      font-size: 14px;
      resize: vertical;
    }
    h3 {
      margin-top: 12px;
      font-size: 15px;
    }
    .small {
      margin-top: 4px;
      font-size: 13px;
    }
    .part {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 104px 66px auto;
      align-items: center;
      margin-top: 6px;
      gap: 8px;
    }
    .part .field {
      width: 100%;
      height: 32px;
      min-width: 0;
    }
    .left {
      text-align: right;
    }
    .button {
      margin-top: 6px;
    }
    ul {
      margin: 4px 0 0;
      padding: 0;
      font-size: 13px;
      list-style: none;
    }
    li {
      padding: 2px 0;
    }
  `,
})
export class NotesPanel {
  private readonly preferences = inject(Preferences);
  protected readonly desk = inject(Desk);
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly parts = computed(() => this.desk.sheet()?.rebuild.parts ?? []);
  protected readonly noteText = computed(() => (this.desk.sheet()?.rebuild.notes ?? []).join('\n'));
  protected readonly methodText = computed(() => (this.desk.sheet()?.rebuild.method ?? []).join('\n'));

  protected readonly product = computed(() => {
    const product = this.desk.standing()?.product;
    if (!product) return undefined;
    const { ovenC, coreC, keeping } = product;
    const days = (count: number, where: string): string => (count > 0 ? `${count} days in the ${where}` : `not in the ${where}`);
    return {
      name: product.name,
      doneness: product.doneness,
      oven: inTemperature(
        [ovenC ? `Oven ${ovenC.join(' to ')} °C.` : '', coreC ? `Core ${coreC.join(' to ')} °C.` : ''].filter(Boolean).join(' '),
        this.preferences.settings().temperature,
      ),
      rest: product.rest,
      keeping: `${days(keeping.fridgeDays, 'fridge')}, ${days(keeping.freezerDays, 'freezer')}: ${keeping.words.charAt(0).toLowerCase()}${keeping.words.slice(1).replace(/\.$/, '')}`,
      mark: product.source,
    };
  });

  protected readonly decided = computed(() => {
    const [sheet, larder] = [this.desk.sheet(), this.desk.larder()];
    if (!sheet || !larder) return [];
    return [...sheet.decisions].reverse().map(({ proposal, outcome }) => ({ outcome: OUTCOMES[outcome], words: proposalWords(proposal.action, sheet, larder) }));
  });

  protected write(field: 'notes' | 'method', text: string): void {
    const lines = text.split('\n');
    this.desk.describe({ [field]: lines.every((line) => line.trim() === '') ? [] : lines.map((line) => line.slice(0, 2000)).slice(0, 400) }, field);
  }

  protected count(part: Part, value: string): void {
    this.desk.describePart(part, { counting: value === 'left out' || value === 'at the table' ? value : 'counted' });
  }

  protected leaveBehind(part: Part, text: string): void {
    this.fault.set(undefined);
    const typed = text.trim() === '' ? { amount: { value: 0, unit: 'g' } } : readAmountTyped(text, 'g');
    if ('error' in typed || typed.amount.unit !== 'g') this.fault.set('Give what stays behind in grams, such as 60.');
    else this.desk.describePart(part, { leftBehindG: typed.amount.value });
  }
}
