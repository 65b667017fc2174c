import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { ALLERGENS, type Allergen, type Food, type Pack, pricePer100g, pricePer100gProtein } from '@fellmist/core';
import { CURRENCIES, Preferences } from '../state/preferences';
import { LarderDesk } from '../state/larderDesk';
import { StockOf } from './stock-of';
import { fieldGrams, fieldNumber, readAmountTyped, readNumber } from '../ui/numbers';

/** Net weight, price and what they make of 100 g and of its protein, beside the other packs of its kind; stock; allergens. */
@Component({
  selector: 'fm-pack-money',
  imports: [StockOf],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="desk">
      <section aria-labelledby="price-title">
        <h2 id="price-title">Size and price</h2>
        <p class="line">
          <label for="net">A full pack holds</label>
          <input
            #net
            id="net"
            class="field few"
            maxlength="12"
            inputmode="decimal"
            placeholder="500"
            [value]="pack().netG === undefined ? '' : fieldGrams(pack().netG ?? 0)"
            (change)="giveNet(net.value)"
          />
          <span class="soft">g</span>
          <label for="price">for</label>
          <input
            #price
            id="price"
            class="field few"
            maxlength="12"
            inputmode="decimal"
            placeholder="2.60"
            [value]="pack().price === undefined ? '' : fieldNumber(pack().price ?? 0, 2)"
            (change)="givePrice(price.value)"
          />
          <label class="unseen" for="currency">Currency</label>
          <select #currency id="currency" class="select" (change)="preferences.settle({ currency: currency.value })">
            @for (code of currencies; track code) {
              <option [value]="code" [selected]="preferences.currency() === code">{{ code }}</option>
            }
          </select>
        </p>
        @if (fault(); as words) {
          <p class="attention" role="alert">{{ words }}</p>
        }
        <table>
          <caption class="unseen">
            Prices of the packs of this kind
          </caption>
          <thead>
            <tr>
              <th scope="col">pack</th>
              <th scope="col" class="number">100 g</th>
              <th scope="col" class="number">100 g of protein</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.id) {
              <tr [class.here]="row.id === pack().id">
                <th scope="row">{{ row.name }}</th>
                <td class="number">{{ row.each }}</td>
                <td class="number">{{ row.protein }}</td>
              </tr>
            }
          </tbody>
        </table>
        <h2>On the pack</h2>
        <fieldset>
          <legend class="soft">may contain</legend>
          @for (one of allergens; track one) {
            <label><input type="checkbox" [checked]="pack().mayContain.includes(one)" (change)="toggle(one)" /> {{ one }}</label>
          }
        </fieldset>
        <label class="soft" for="pack-note">Note</label>
        <textarea #note id="pack-note" class="field" rows="3" maxlength="2000" [value]="pack().note" (change)="changed.emit({ note: note.value })"></textarea>
      </section>
      <section aria-labelledby="stock-title">
        <h2 id="stock-title">In stock</h2>
        @if (isSaved() && food(); as it) {
          <fm-stock-of [food]="it" />
        } @else {
          <p class="soft">Save the pack first; then say how much of it is left.</p>
        }
      </section>
    </div>
  `,
  styles: `
    .desk {
      display: grid;
      gap: 24px 48px;
      grid-template-columns: minmax(0, 520px) minmax(0, 1fr);
    }
    h2 {
      padding-bottom: 6px;
      border-bottom: 1.5px solid var(--ink);
      margin-bottom: 8px;
    }
    table {
      width: 100%;
      margin: 10px 0 22px;
      border-collapse: collapse;
    }
    th,
    td {
      padding: 4px 0;
      border-bottom: 1px solid var(--rule);
      font-weight: 400;
      text-align: left;
    }
    td.number,
    th.number {
      text-align: right;
    }
    thead th {
      color: var(--soft-ink);
      font-size: 13px;
    }
    .here > * {
      font-weight: 700;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
    }
    .few {
      width: 84px;
      height: 32px;
      text-align: right;
    }
    fieldset {
      display: flex;
      flex-wrap: wrap;
      padding: 0;
      border: 0;
      margin: 0 0 12px;
      gap: 4px 16px;
    }
    legend {
      padding: 0;
      border: 0;
      margin: 0;
      font-size: 14px;
    }
    textarea {
      width: 100%;
      height: auto;
      padding: 8px;
    }
    @media (max-width: 860px) {
      .desk {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class PackMoney {
  protected readonly fieldGrams = fieldGrams;
  protected readonly fieldNumber = fieldNumber;
  private readonly larderDesk = inject(LarderDesk);
  protected readonly preferences = inject(Preferences);
  readonly pack = input.required<Pack>();
  readonly food = input<Food>();
  readonly isSaved = input.required<boolean>();
  readonly changed = output<Partial<Pack>>();
  protected readonly currencies = CURRENCIES;
  protected readonly allergens = ALLERGENS;
  protected readonly fault = signal<string | undefined>(undefined);

  protected readonly rows = computed(() => {
    const [pack, food] = [this.pack(), this.food()];
    const others = this.larderDesk.packs().flatMap(({ pack: other }) => (other.kindId === pack.kindId && other.id !== pack.id ? [other] : []));
    const show = (amount: number | undefined): string => (amount === undefined ? '–' : this.preferences.showPrice(amount));
    return [pack, ...others].map((one) => {
      const held = one.id === pack.id ? food : this.larderDesk.food(one.id);
      return { id: one.id, name: one.name || 'this pack', each: show(pricePer100g(one)), protein: show(held && pricePer100gProtein(one, held)) };
    });
  });

  protected giveNet(text: string): void {
    if (text.trim() === '') {
      this.fault.set(undefined);
      this.changed.emit({ netG: undefined });
      return;
    }
    const typed = readAmountTyped(text, 'g');
    const factor = 'error' in typed ? undefined : { g: 1, kg: 1000 }[typed.amount.unit];
    if ('error' in typed || factor === undefined || typed.amount.value <= 0) {
      this.fault.set('error' in typed ? typed.error : 'Give the net weight in g or kg, above zero.');
      return;
    }
    this.fault.set(undefined);
    this.changed.emit({ netG: typed.amount.value * factor });
  }

  protected givePrice(text: string): void {
    if (text.trim() === '') {
      this.fault.set(undefined);
      this.changed.emit({ price: undefined });
      return;
    }
    const read = readNumber(text.replace(/[\p{Sc}]|^[A-Z]{3}\s|\s[A-Z]{3}$/gu, '').trim());
    if (!read.ok || read.value > 1_000_000) {
      this.fault.set(read.ok ? 'That is more than any pack costs.' : `Give the price as a number. ${read.words}`);
      return;
    }
    this.fault.set(undefined);
    this.changed.emit({ price: read.value, currency: this.preferences.currency() });
  }

  protected toggle(allergen: Allergen): void {
    const before = this.pack().mayContain;
    this.changed.emit({ mayContain: before.includes(allergen) ? before.filter((one) => one !== allergen) : [...before, allergen] });
  }
}
