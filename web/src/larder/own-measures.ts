import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { type Food, type Pack, unitFactor, weighCup } from '@fellmist/core';
import { showNumber } from '../ui/figures';
import { fieldGrams, readAmountTyped } from '../ui/numbers';

const WORDS = ['scoop', 'piece', 'slice', 'can', 'packet', 'drop', 'stick'] as const;

/** The cup that labels mean, mL [21 CFR 101.9(b)(5)(viii)]. */
const LABEL_CUP_ML = 240;
const CUPS = [
  { ml: unitFactor('cup', 'us') ?? 0, name: 'US cup, 237 mL' },
  { ml: unitFactor('cup', 'metric') ?? 0, name: 'metric cup, 250 mL' },
  { ml: LABEL_CUP_ML, name: 'label cup, 240 mL' },
  { ml: unitFactor('tbsp', 'us') ?? 0, name: 'US tablespoon, 14.8 mL' },
  { ml: unitFactor('tbsp', 'metric') ?? 0, name: 'tablespoon, 15 mL' },
] as const;

const WEIGHINGS = [0, 1, 2] as const;

/** The pack's own scoop and pieces, and a cup of it weighed three times: they come before any table's. */
@Component({
  selector: 'fm-own-measures',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="desk">
      <section aria-labelledby="pieces-title">
        <h2 id="pieces-title">Its own scoop, piece or packet</h2>
        <p class="soft">What you weigh here is used wherever a recipe counts it, and the line says so.</p>
        <table>
          <thead>
            <tr>
              <th scope="col">one</th>
              <th scope="col" class="number">yours</th>
              <th scope="col" class="number">of its kind</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.word) {
              <tr>
                <th scope="row">
                  <label [for]="'measure-' + row.word">{{ row.word }}</label>
                </th>
                <td class="number">
                  <input
                    #mass
                    class="field few"
                    inputmode="decimal"
                    maxlength="12"
                    placeholder="–"
                    [id]="'measure-' + row.word"
                    [value]="row.own === undefined ? '' : fieldGrams(row.own)"
                    (change)="give(row.word, mass.value)"
                  />
                  <span class="soft">g</span>
                </td>
                <td class="number soft">{{ row.usual }}</td>
              </tr>
            }
          </tbody>
        </table>
        <form (submit)="$event.preventDefault(); addWord(word.value); word.value = ''">
          <label class="soft" for="new-measure">Another measure</label>
          <input #word id="new-measure" class="field" maxlength="30" placeholder="bar" />
          <button type="submit" class="button">Add</button>
        </form>
        @if (fault(); as words) {
          <p class="attention" role="alert">{{ words }}</p>
        }
      </section>
      <section aria-labelledby="cup-title">
        <h2 id="cup-title">Weigh a cup</h2>
        <p class="soft">Fill it the way you always do, level it, weigh what is in it. Three times: hands differ by a tenth and more.</p>
        <p class="line">
          <label for="cup-size">Cup</label>
          <select #size id="cup-size" class="select" (change)="chooseCup(+size.value)">
            @for (cup of cups; track cup.ml) {
              <option [value]="cup.ml" [selected]="cupMl() === cup.ml">{{ cup.name }}</option>
            }
          </select>
        </p>
        <p class="line">
          @for (i of weighings; track i) {
            <label class="unseen" [for]="'weighing-' + i">Weighing {{ i + 1 }}</label>
            <input
              #mass
              class="field few"
              inputmode="decimal"
              maxlength="12"
              [placeholder]="i + 1 + '.'"
              [id]="'weighing-' + i"
              [value]="pack().cup?.massesG?.[i] ?? ''"
              (change)="weigh(i, mass.value)"
            />
            <span class="soft">g</span>
          }
        </p>
        @if (found(); as cup) {
          <p class="result" role="status">
            <strong>{{ cup.mean }} g</strong> a cup{{ cup.spread }}: {{ cup.density }} g a mL.
            @if (cup.usual) {
              <span class="soft">Others of its kind: {{ cup.usual }}.</span>
            }
          </p>
        } @else {
          <p class="soft">{{ usualCup() }}</p>
        }
        @if (pack().cup) {
          <button type="button" class="button" (click)="changed.emit({ cup: undefined })">Forget these weighings</button>
        }
      </section>
    </div>
  `,
  styles: `
    .desk {
      display: grid;
      max-width: 980px;
      gap: 24px 48px;
      grid-template-columns: 1fr 1fr;
    }
    h2 {
      padding-bottom: 6px;
      border-bottom: 1.5px solid var(--ink);
      margin-bottom: 8px;
    }
    table {
      width: 100%;
      margin: 8px 0;
      border-collapse: collapse;
    }
    th,
    td {
      padding: 3px 0;
      border-bottom: 1px solid var(--rule);
      font-weight: 400;
      text-align: left;
    }
    thead th {
      color: var(--soft-ink);
      font-size: 13px;
    }
    td.number,
    th.number {
      text-align: right;
    }
    .field {
      height: 30px;
      padding: 0 8px;
    }
    .few {
      width: 76px;
      margin-right: 6px;
      text-align: right;
    }
    form,
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      margin: 8px 0;
      gap: 8px;
    }
    .result {
      margin: 10px 0;
      font-size: 17px;
    }
    @media (max-width: 720px) {
      .desk {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class OwnMeasures {
  protected readonly fieldGrams = fieldGrams;
  readonly pack = input.required<Pack>();
  readonly generic = input<Food>();
  readonly changed = output<Partial<Pack>>();
  protected readonly cups = CUPS;
  protected readonly weighings = WEIGHINGS;
  protected readonly fault = signal<string | undefined>(undefined);
  private readonly extra = signal<readonly string[]>([]);
  private readonly chosenMl = signal<number | undefined>(undefined);
  protected readonly cupMl = computed(() => this.chosenMl() ?? this.pack().cup?.cupMl ?? CUPS[0].ml);

  protected readonly rows = computed(() => {
    const [pack, generic] = [this.pack(), this.generic()];
    const likely = WORDS.filter((word) => word === 'scoop' || word === 'piece' || word === 'packet');
    const words = new Set([...likely, ...Object.keys(generic?.measuresG ?? {}), ...Object.keys(pack.measuresG), ...this.extra()]);
    return [...words].map((word) => {
      const usual = generic?.measuresG[word];
      return { word, own: pack.measuresG[word], usual: usual === undefined ? 'unknown' : `${showNumber(usual, usual < 10 ? 1 : 0)} g` };
    });
  });

  protected readonly usualCup = computed(() => {
    const density = this.generic()?.densityGPerMl;
    return density === undefined ? 'Nobody has said what a cup of its kind weighs.' : `A cup of its kind weighs about ${showNumber(density * this.cupMl(), 0)} g.`;
  });

  protected readonly found = computed(() => {
    const { cup } = this.pack();
    const found = cup && weighCup(cup);
    if (!found) return undefined;
    const usual = this.generic()?.densityGPerMl;
    return {
      mean: showNumber(found.meanG, found.meanG < 20 ? 1 : 0),
      spread: found.sdG === undefined ? ', weighed once' : `, give or take ${showNumber(found.sdG, 1)} g`,
      density: showNumber(found.densityGPerMl, 3),
      usual: usual === undefined ? '' : `${showNumber(usual * (cup?.cupMl ?? 1), 0)} g`,
    };
  });

  private grams(text: string): number | undefined {
    const typed = readAmountTyped(text, 'g');
    const isMass = !('error' in typed) && typed.amount.unit === 'g' && typed.amount.value > 0 && typed.amount.value <= 20_000;
    this.fault.set(isMass ? undefined : 'error' in typed ? typed.error : 'Give it in grams, above zero and up to 20 kg.');
    return isMass ? typed.amount.value : undefined;
  }

  protected give(word: string, text: string): void {
    const { [word]: _before, ...rest } = this.pack().measuresG;
    if (text.trim() === '') {
      this.fault.set(undefined);
      this.changed.emit({ measuresG: rest });
      return;
    }
    const massG = this.grams(text);
    if (massG !== undefined) this.changed.emit({ measuresG: { ...rest, [word]: massG } });
  }

  protected addWord(word: string): void {
    const plain = word.trim().toLowerCase();
    if (plain !== '') this.extra.update((words) => [...words, plain]);
  }

  protected chooseCup(cupMl: number): void {
    this.chosenMl.set(cupMl);
    const { cup } = this.pack();
    if (cup) this.changed.emit({ cup: { ...cup, cupMl } });
  }

  protected weigh(index: number, text: string): void {
    const masses = [...(this.pack().cup?.massesG ?? [])];
    if (text.trim() === '') masses.splice(index, 1);
    else {
      const massG = this.grams(text);
      if (massG === undefined) return;
      masses[Math.min(index, masses.length)] = massG;
    }
    this.changed.emit({ cup: masses.length === 0 ? undefined : { cupMl: this.cupMl(), massesG: masses } });
  }
}
