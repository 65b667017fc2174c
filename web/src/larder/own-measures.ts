import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { type Food, type Pack, unitFactor, weighCup } from '@fellmist/core';
import { showNumber } from '../ui/figures';
import { fieldGrams, readAmountTyped } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { Picker } from '../ui/pick';
import { SAY } from './words';

const WORDS = ['scoop', 'piece', 'slice', 'can', 'packet', 'drop', 'stick'] as const;

/** The cup that labels mean, mL [21 CFR 101.9(b)(5)(viii)]. */
const LABEL_CUP_ML = 240;
const CUPS = [
  { ml: unitFactor('cup', 'us') ?? 0, name: SAY.usCup237Ml },
  { ml: unitFactor('cup', 'metric') ?? 0, name: SAY.metricCup250Ml },
  { ml: LABEL_CUP_ML, name: SAY.labelCup240Ml },
  { ml: unitFactor('tbsp', 'us') ?? 0, name: SAY.usTablespoon148Ml },
  { ml: unitFactor('tbsp', 'metric') ?? 0, name: SAY.tablespoon15Ml },
].map(({ ml, name }) => ({ ml, value: String(ml), label: name }));

const WEIGHINGS = [0, 1, 2] as const;

/** The pack's own scoop and pieces, and a cup of it weighed three times: they come before any table's. */
@Component({
  selector: 'fm-own-measures',
  imports: [Button, Field, Picker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './own-measures.html',
  styleUrl: './own-measures.less',
})
export class OwnMeasures {
  protected readonly say = SAY;
  protected readonly fieldGrams = fieldGrams;
  readonly pack = input.required<Pack>();
  readonly generic = input<Food>();
  readonly changed = output<Partial<Pack>>();
  protected readonly cups = CUPS;
  protected readonly weighings = WEIGHINGS;
  protected readonly fault = signal<string | undefined>(undefined);
  private readonly extra = signal<readonly string[]>([]);
  private readonly chosenMl = signal<number | undefined>(undefined);
  protected readonly cupMl = computed(() => this.chosenMl() ?? this.pack().cup?.cupMl ?? CUPS[0]?.ml ?? LABEL_CUP_ML);

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
    return density === undefined ? SAY.nobodyHasSaidWhatA : SAY.aCupOfItsKind(showNumber(density * this.cupMl(), 0));
  });

  protected readonly found = computed(() => {
    const { cup } = this.pack();
    const found = cup && weighCup(cup);
    if (!found) return undefined;
    const usual = this.generic()?.densityGPerMl;
    return {
      mean: showNumber(found.meanG, found.meanG < 20 ? 1 : 0),
      spread: found.sdG === undefined ? SAY.weighedOnce : SAY.giveOrTakeG(showNumber(found.sdG, 1)),
      density: showNumber(found.densityGPerMl, 3),
      usual: usual === undefined ? '' : `${showNumber(usual * (cup?.cupMl ?? 1), 0)} g`,
    };
  });

  private grams(text: string): number | undefined {
    const typed = readAmountTyped(text, 'g');
    const isMass = !('error' in typed) && typed.amount.unit === 'g' && typed.amount.value > 0 && typed.amount.value <= 20_000;
    this.fault.set(isMass ? undefined : 'error' in typed ? typed.error : SAY.giveItInGramsAbove);
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
