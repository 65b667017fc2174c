import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { type Blend, type FoundRule, limitOf, type Line, type RankedCandidate, type SwapRule } from '@fellmist/core';
import { Preferences } from '../state/preferences';
import { Desk } from '../state/desk';
import { LarderDesk } from '../state/larderDesk';
import { LineDesk } from '../state/lineDesk';
import { SwapDesk } from '../state/swapDesk';
import { showChange, showNumber } from '../ui/figures';
import { Choice } from '../ui/choice';
import { FoodSelect } from '../ui/food-select';
import { fieldNumber, numberWithin } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Checkbox } from '../ui/zorro/checkbox';
import { Field } from '../ui/zorro/field';
import { Value } from '../ui/zorro/value';
import { Sheet } from '../ui/sheet';
import { Picker } from '../ui/pick';
import { aPortion } from '../ui/portionWords';
import { Stands } from '../ui/stands';
import { SAY } from './words';

const SHARES = [
  { percent: 100, name: SAY.all },
  { percent: 50, name: SAY.half },
  { percent: 33, name: SAY.aThird },
] as const;

/** As many stand-ins are shown before the baker asks for more. */
const MOST_SHOWN = 6;
/** Packs of the kitchen that are offered as a stand-in of one's own. */
const MOST_IN_KITCHEN = 4;

interface Offer {
  readonly rule: SwapRule;
  readonly names: string;
  readonly ratio: string;
  readonly share: number;
  readonly limited: string | undefined;
  readonly against: string | undefined;
  readonly changes: readonly string[];
  readonly strains: string;
}

function ratioOf(rule: SwapRule): string {
  if (rule.basis === 'sweetness' || rule.to.every(({ basis }) => basis === 'sweetness')) return SAY.matchedBySweetness;
  const ratio = rule.to.map(({ ratio: one }) => String(Number(one.toFixed(2)))).join(' + ');
  return SAY.by(ratio, rule.basis === 'mass' ? 'weight' : rule.basis);
}

/** The candidate drawer of one line: stand-ins ranked for the schools, a blend of one's own, and how the line goes in. */
@Component({
  selector: 'fm-swap-panel',
  imports: [Button, Checkbox, Choice, Field, FoodSelect, Picker, Sheet, Stands, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './swap-panel.html',
  styleUrl: './swap-panel.less',
})
export class SwapPanel {
  protected readonly say = SAY;
  protected readonly portion = computed(() => aPortion(this.desk.sheet()?.rebuild.portionWord));
  protected readonly fieldNumber = fieldNumber;
  protected readonly desk = inject(Desk);
  protected readonly lineDesk = inject(LineDesk);
  protected readonly swapDesk = inject(SwapDesk);
  private readonly preferences = inject(Preferences);
  private readonly larderDesk = inject(LarderDesk);
  readonly line = input.required<Line>();
  readonly closed = output();
  protected readonly shares = SHARES;
  protected readonly percent = signal(100);
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly isAll = linkedSignal({ source: this.line, computation: () => false });
  /** Foods of a blend of one's own, each with its share. */
  protected readonly blend = linkedSignal<string, readonly { readonly foodId: string; readonly share: number }[]>({ source: () => this.line().id, computation: () => [] });
  protected readonly name = computed(() => this.desk.foodName(this.line().foodId) ?? this.line().name);
  protected readonly parts = computed(() => this.desk.sheet()?.rebuild.parts ?? []);
  protected readonly partOptions = computed(() => this.parts().map(({ id, heading }) => ({ value: id, label: heading || SAY.mainPart2 })));
  protected readonly partId = computed(() => this.parts().find((part) => part.lines.some(({ id }) => id === this.line().id))?.id ?? '');
  protected readonly packs = computed(() => this.lineDesk.packsFor(this.line()).map(({ id, name }) => ({ value: id, label: name })));
  protected readonly schools = computed(() => this.desk.sheet()?.rebuild.goals?.schools.join(SAY.and) ?? '');

  private readonly found = computed((): FoundRule | undefined => {
    const larder = this.desk.larder();
    const foods = this.blend().flatMap(({ foodId, share }): Blend[] => {
      const food = larder?.foods.get(foodId);
      return food ? [{ food, share }] : [];
    });
    return foods.length > 0 ? this.swapDesk.ruleFor(this.line(), foods) : undefined;
  });

  /** What stands in the kitchen of the same kind: one press each. */
  protected readonly inKitchen = computed(() => {
    const larder = this.desk.larder();
    const food = larder?.foods.get(this.line().foodId ?? '');
    const taken = new Set([food?.id, ...this.blend().map(({ foodId }) => foodId)]);
    const held = new Set(this.larderDesk.stock().flatMap(({ foodId, leftG }) => (leftG > 0 ? [foodId] : [])));
    return [...held]
      .flatMap((id) => larder?.foods.get(id) ?? [])
      .filter((one) => food !== undefined && one.kind === food.kind && !taken.has(one.id))
      .slice(0, MOST_IN_KITCHEN);
  });

  private readonly ranked = computed(() => this.swapDesk.candidates(this.line(), this.percent() / 100));
  protected readonly offers = computed((): readonly Offer[] => this.ranked().map((one) => this.offer(one)));
  protected readonly MOST_SHOWN = MOST_SHOWN;
  protected readonly sought = linkedSignal({ source: () => this.line().id, computation: () => '' });
  protected readonly shown = computed(() => {
    const words = this.sought().trim().toLowerCase();
    if (words !== '') return this.offers().filter(({ names }) => names.toLowerCase().includes(words));
    return this.isAll() ? this.offers() : this.offers().slice(0, MOST_SHOWN);
  });
  protected readonly own = computed((): Offer | undefined => {
    const found = this.found();
    if (!found?.ok) return undefined;
    const { id, to } = found.rule;
    const mine = this.swapDesk.candidates(this.line(), this.percent() / 100, [found.rule]).find(({ rule }) => rule.id === id && rule.to[0]?.foodId === to[0]?.foodId);
    return mine && this.offer(mine);
  });
  protected readonly ownFault = computed((): string | undefined => {
    if (this.blend().length === 0 || this.own()) return undefined;
    const larder = this.desk.larder();
    const excluded = this.desk.barred();
    const barred = this.blend().find(({ foodId }) => larder?.foods.get(foodId)?.allergens.some((one) => excluded.includes(one)));
    if (barred) return SAY.containsWhatThisFormulaKeeps(this.desk.foodName(barred.foodId) ?? SAY.that);
    const found = this.found();
    if (found && !found.ok) return found.error;
    return SAY.thatBlendCannotTakeIts;
  });

  private offer({ rule, names, portion, strains, sheet, against }: RankedCandidate): Offer {
    const now = this.desk.rebuild()?.views;
    const bound = limitOf(rule, this.line().massG ?? 0, this.desk.standing()?.product?.id);
    const share = Math.min(this.percent() / 100, bound.share);
    const [before, after] = [this.desk.cost(), this.desk.costOf(sheet.rebuild)];
    const priced = before && after && after.unpricedLines.length <= before.unpricedLines.length ? (after.amount - before.amount) / (now?.portions ?? 1) : undefined;
    const change = (key: 'energyKcal' | 'energyKj' | 'proteinG' | 'netCarbG', digits: number): string => showChange(now?.portion[key].amount ?? 0, portion[key].amount, digits);
    return {
      rule,
      names: names.join(SAY.and),
      ratio: ratioOf(rule),
      share,
      limited: this.percent() / 100 > bound.share + 1e-9 ? SAY.takesOfIt(showNumber(bound.share * 100, 0), bound.reason ?? SAY.moreDoesNotWorkWell) : undefined,
      against,
      changes: [
        `${change(this.preferences.energyFigure(), 0)} ${this.preferences.energyUnit()}`,
        SAY.gProtein(change('proteinG', 1)),
        SAY.gNetCarbs(change('netCarbG', 1)),
        ...(priced !== undefined && Math.abs(priced) >= 0.005 ? [`${priced > 0 ? '+' : '−'}${this.preferences.showPrice(Math.abs(priced))}`] : []),
      ].filter((words) => !words.startsWith('0 ')),
      strains: strains.join(', '),
    };
  }

  protected givePercent(text: string): void {
    const percent = numberWithin(text, 0.1, 100);
    if (percent !== undefined) this.percent.set(percent);
  }

  protected take(rule: SwapRule, share: number): void {
    const fault = this.swapDesk.takeCandidate(this.line().id, rule, share);
    this.fault.set(fault);
    if (!fault) this.closed.emit();
  }

  protected addToBlend(foodId: string): void {
    this.blend.update((blend) => (blend.some((one) => one.foodId === foodId) || blend.length >= 6 ? blend : [...blend, { foodId, share: blend.length === 0 ? 100 : 50 }]));
  }

  protected giveShare(foodId: string, text: string): void {
    const share = numberWithin(text, 0, 1000);
    if (share !== undefined) this.blend.update((blend) => blend.map((one) => (one.foodId === foodId ? { foodId, share } : one)));
  }

  protected dropFromBlend(foodId: string): void {
    this.blend.update((blend) => blend.filter((one) => one.foodId !== foodId));
  }
}
