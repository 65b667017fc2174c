import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { type Food, type LearnedThirst, learnThirst, MARK_WORDS, type Pack, thirstOfTest, type ThirstTest } from '@fellmist/core';
import { beliefChart } from '../ui/belief-chart';
import { Chart } from '../ui/chart';
import { showDay, today } from '../ui/day';
import { showNumber } from '../ui/figures';
import { readAmountTyped } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './thirst.words';

/** A bench test, step by step, and what it teaches of this pack: what was believed, what was measured, what holds now. */
@Component({
  selector: 'fm-thirst-desk',
  imports: [Button, Chart, Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './thirst-desk.html',
  styleUrl: './thirst-desk.less',
})
export class ThirstDesk {
  protected readonly say = SAY;
  readonly pack = input.required<Pack>();
  readonly generic = input<Food>();
  readonly changed = output<Partial<Pack>>();
  protected readonly powder = signal('10');
  protected readonly water = signal('');
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly removed = signal<ThirstTest | undefined>(undefined);
  protected readonly thirst = computed(() => this.generic()?.thirst);
  protected readonly isTestable = computed(() => this.thirst()?.basis === 'mass');
  protected readonly tests = computed(() =>
    this.pack().thirstTests.map((test) => ({
      test,
      on: showDay(test.on),
      shows: showNumber(thirstOfTest(test, this.generic()?.roles.gluten?.amount) ?? 0, 2),
      words: test.of ?? SAY.gTookG(showNumber(test.powderG, 1), showNumber(test.waterG, 1)),
    })),
  );
  protected readonly learned = computed(() => {
    const thirst = this.thirst();
    return thirst && this.isTestable() ? learnThirst(thirst, this.pack().thirstTests, this.generic()?.roles.gluten?.amount) : undefined;
  });
  protected readonly words = computed(() => {
    const [learned, generic] = [this.learned(), this.generic()];
    if (!learned || !generic) return undefined;
    const { prior, learned: now } = learned;
    const share = now.gPerG / prior.gPerG - 1;
    const than = Math.abs(share) < 0.03 ? SAY.aboutAsThirstyAsIts : SAY.thanItsKind(showNumber(Math.abs(share) * 100, 0), share > 0 ? 'thirstier' : SAY.lessThirsty);
    return {
      now: showNumber(now.gPerG, 2),
      range: `${showNumber(Math.max(now.gPerG - 2 * now.sd, 0), 2)}–${showNumber(now.gPerG + 2 * now.sd, 2)}`,
      than: learned.measured.length === 0 ? SAY.asItsKindUntilYou : than,
      how: this.howMade(learned),
      prior: `${showNumber(prior.gPerG, 2)} ± ${showNumber(prior.sd, 2)}`,
      source: `${MARK_WORDS[generic.thirst?.mark ?? 'H']}: ${generic.thirst?.source ?? ''}`,
    };
  });

  /** "12 g on 10 g alone would be 0.55; such powders are usually 0.35; together 0.49." */
  private howMade({ prior, measured, learned }: LearnedThirst): string {
    const tests = this.pack().thirstTests;
    const [first] = tests;
    if (!first || measured.length === 0) return '';
    const alone = measured.reduce((sum, one) => sum + one, 0) / measured.length;
    const said = tests.length === 1 ? SAY.gOnG(showNumber(first.waterG, 1), showNumber(first.powderG, 1)) : SAY.yourTests(tests.length);
    return SAY.aloneWouldBeSuchPowders(said, showNumber(alone, 2), showNumber(prior.gPerG, 2), showNumber(learned.gPerG, 2));
  }

  protected readonly chart = computed(() => {
    const learned = this.learned();
    if (!learned) return undefined;
    const { prior, learned: now, measured } = learned;
    return beliefChart({ prior: { mean: prior.gPerG, sd: prior.sd }, now: { mean: now.gPerG, sd: now.sd }, measured, axis: SAY.gramsOfWaterHeldBy });
  });

  protected readonly chartWords = computed(() => {
    const words = this.words();
    return words ? SAY.thirstItsKindThisPack(words.prior, words.now, words.range) : '';
  });

  private grams(text: string, name: string, most: number): number | undefined {
    const typed = readAmountTyped(text, 'g');
    if ('error' in typed || typed.amount.unit !== 'g' || typed.amount.value <= 0 || typed.amount.value > most) {
      this.fault.set(SAY.giveTheInGramsAbove(name, most));
      return undefined;
    }
    return typed.amount.value;
  }

  protected add(): void {
    const powderG = this.grams(this.powder(), 'powder', 500);
    const waterG = powderG === undefined ? undefined : this.grams(this.water(), 'water', 5000);
    if (powderG === undefined || waterG === undefined) return;
    this.fault.set(undefined);
    this.changed.emit({ thirstTests: [...this.pack().thirstTests, { id: crypto.randomUUID(), powderG, waterG, on: today() }] });
    this.water.set('');
  }

  protected remove(test: ThirstTest): void {
    this.removed.set(test);
    this.changed.emit({ thirstTests: this.pack().thirstTests.filter(({ id }) => id !== test.id) });
  }

  protected restore(test: ThirstTest): void {
    this.removed.set(undefined);
    this.changed.emit({ thirstTests: [...this.pack().thirstTests, test] });
  }
}
