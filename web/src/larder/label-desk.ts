import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  checkLabel,
  type Food,
  hiddenZeros,
  type Label,
  type LabelColumnName,
  type LabelFault,
  type LabelFigure,
  lawfulTolerance,
  type LabelServing,
  type Pack,
  packComposition,
  readLabel,
  type TypedFigures,
  unlikeKind,
  weighCup,
  weighPiece,
} from '@fellmist/core';
import { Choice, type Option } from '../ui/choice';
import { showNumber } from '../ui/figures';
import { readAmountTyped } from '../ui/numbers';
import { Field } from '../ui/zorro/field';
import { Picker } from '../ui/pick';
import { SAY } from './label.words';

interface FigureField {
  readonly key: LabelFigure;
  readonly name: string;
  readonly unit: string;
  readonly indented?: boolean;
}

const EU_FIELDS: readonly FigureField[] = [
  { key: 'energyKj', name: SAY.energy, unit: 'kJ' },
  { key: 'energyKcal', name: SAY.energy, unit: 'kcal' },
  { key: 'fatG', name: SAY.fat, unit: 'g' },
  { key: 'saturatesG', name: SAY.ofWhichSaturates, unit: 'g', indented: true },
  { key: 'carbohydrateG', name: SAY.carbohydrate, unit: 'g' },
  { key: 'sugarsG', name: SAY.ofWhichSugars, unit: 'g', indented: true },
  { key: 'polyolsG', name: SAY.ofWhichPolyols, unit: 'g', indented: true },
  { key: 'erythritolG', name: SAY.erythritolWhereSaid, unit: 'g', indented: true },
  { key: 'fibreG', name: SAY.fibre, unit: 'g' },
  { key: 'proteinG', name: SAY.protein, unit: 'g' },
  { key: 'saltG', name: SAY.salt, unit: 'g' },
];

const US_FIELDS: readonly FigureField[] = [
  { key: 'energyKcal', name: SAY.calories, unit: 'kcal' },
  { key: 'fatG', name: SAY.totalFat, unit: 'g' },
  { key: 'saturatesG', name: SAY.saturatedFat, unit: 'g', indented: true },
  { key: 'transG', name: SAY.transFat, unit: 'g', indented: true },
  { key: 'cholesterolMg', name: SAY.cholesterol, unit: 'mg' },
  { key: 'sodiumMg', name: SAY.sodium, unit: 'mg' },
  { key: 'carbohydrateG', name: SAY.totalCarbohydrate, unit: 'g' },
  { key: 'fibreG', name: SAY.dietaryFiber, unit: 'g', indented: true },
  { key: 'sugarsG', name: SAY.totalSugars, unit: 'g', indented: true },
  { key: 'addedSugarsG', name: SAY.addedSugars, unit: 'g', indented: true },
  { key: 'polyolsG', name: SAY.sugarAlcohol, unit: 'g', indented: true },
  { key: 'erythritolG', name: SAY.erythritolWhereSaid, unit: 'g', indented: true },
  { key: 'alluloseG', name: SAY.allulose, unit: 'g', indented: true },
  { key: 'proteinG', name: SAY.protein, unit: 'g' },
];

const RESULT = [
  ['energyKcal', SAY.energy, 'kcal', 0],
  ['proteinG', SAY.protein, 'g', 1],
  ['fatG', SAY.fat, 'g', 1],
  ['saturatesG', SAY.saturates, 'g', 1],
  ['carbohydrateG', SAY.carbohydrateFibreIncluded, 'g', 1],
  ['fibreG', SAY.fibre, 'g', 1],
  ['sugarsG', SAY.sugars, 'g', 1],
  ['polyolsG', SAY.polyols, 'g', 1],
  ['sodiumMg', SAY.sodium, 'mg', 0],
] as const;

const LEVEL_MARKS: Readonly<Record<LabelFault['level'], string>> = { wrong: '✕', odd: '?', note: 'i' };

function at(amount: number, most: number): number {
  return Math.min(Math.max((amount / most) * 100, 0), 100);
}

/** A label as printed on the left, what it makes of 100 g on the right, and what does not add up beside its field. */
@Component({
  selector: 'fm-label-desk',
  imports: [Choice, Field, Picker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './label-desk.html',
  styleUrl: './label-desk.less',
})
export class LabelDesk {
  protected readonly say = SAY;
  readonly pack = input.required<Pack>();
  readonly generic = input<Food>();
  /** It is no pack of any kind of food: what its label leaves out stays unknown. */
  readonly isOfNoKind = input(false);
  readonly changed = output<Partial<Pack>>();
  protected readonly marks = LEVEL_MARKS;
  protected readonly units: readonly Option<'g' | 'mL'>[] = [
    { value: 'g', label: 'g' },
    { value: 'mL', label: 'mL' },
  ];
  protected readonly columns: readonly { readonly name: LabelColumnName; readonly words: string }[] = [
    { name: 'serving', words: SAY.aServing },
    { name: 'per100', words: SAY.per1002 },
  ];
  protected readonly traditions: readonly Option<Label['tradition']>[] = [
    { label: SAY.euOrUk, value: 'eu' },
    { label: SAY.us, value: 'us' },
  ];
  protected readonly states: readonly Option<Label['state']>[] = [
    { label: SAY.asSold, value: 'as sold' },
    { label: SAY.asPrepared, value: 'as prepared' },
  ];
  protected readonly used = signal('100');
  protected readonly piece = signal('');
  protected readonly sizeFault = signal<string | undefined>(undefined);

  protected readonly label = computed((): Label => this.pack().label ?? { tradition: 'eu', state: 'as sold', per100: { of: 'g', figures: {} } });
  protected readonly fields = computed(() => (this.label().tradition === 'eu' ? EU_FIELDS : US_FIELDS));
  private readonly density = computed(() => {
    const { cup } = this.pack();
    return (cup && weighCup(cup)?.densityGPerMl) ?? this.generic()?.densityGPerMl;
  });
  private readonly read = computed(() => readLabel(this.label(), this.density()));
  private readonly faults = computed(() => checkLabel(this.label(), this.read(), this.pack().measuresG, this.density()));

  /** Faults and slips by the field they stand beside. */
  protected readonly byField = computed(() => {
    const map = new Map<string, LabelFault[]>();
    const put = (fault: LabelFault): void => void map.set(fault.field, [...(map.get(fault.field) ?? []), fault]);
    for (const { field, words } of this.read().slips) put({ field, words, level: field.endsWith('massG') || field.endsWith('.of') ? 'odd' : 'wrong' });
    for (const fault of this.faults()) put(fault);
    return map;
  });

  protected readonly summary = computed(() => {
    const serious = [...this.byField().values()].flat().filter(({ level }) => level !== 'note').length;
    const stated = Object.keys(this.read().figures).length;
    if (stated === 0) return SAY.nothingEnteredYetTypeWhat;
    return serious === 0 ? SAY.theLabelAddsUp : SAY.notAddUp(serious, serious === 1 ? SAY.thingDoes : SAY.thingsDo);
  });
  protected readonly isEmpty = computed(() => this.summary() === SAY.nothingEnteredYetTypeWhat);
  protected readonly isSound = computed(() => this.summary() === SAY.theLabelAddsUp);

  protected readonly results = computed(() => {
    const generic = this.generic();
    if (!generic) return [];
    const { per100g, per100gHalf } = packComposition(this.pack(), generic);
    return RESULT.flatMap(([key, name, unit, digits]) => {
      const [amount, usual] = [per100g[key], generic.per100g[key]];
      if (amount === undefined && usual === undefined) return [];
      const half = per100gHalf?.[key];
      const fine = half !== undefined && half < 10 ** -digits ? digits + 1 : digits;
      const low = Math.max((amount ?? 0) - (half ?? 0), 0);
      const high = (amount ?? 0) + (half ?? 0);
      const most = Math.max(high, usual ?? 0, 0.001) * 1.12;
      const tolerance = key === 'energyKcal' || key === 'polyolsG' || key === 'sodiumMg' || amount === undefined ? undefined : lawfulTolerance(key, amount);
      return [
        {
          key,
          name,
          unit,
          now: amount === undefined ? 'unknown' : showNumber(amount, digits),
          range: half === undefined ? (amount === undefined ? '' : SAY.asItsKind) : `${showNumber(low, fine)}–${showNumber(high, fine)}`,
          law: tolerance === undefined || half === undefined ? '' : `± ${showNumber(tolerance, 1)}`,
          lowAt: at(low, most),
          wide: Math.max(at(high, most) - at(low, most), 1.5),
          dotAt: at(amount ?? 0, most),
          usualAt: usual === undefined ? undefined : at(usual, most),
          isInherited: half === undefined,
        },
      ];
    });
  });

  protected readonly unlike = computed(() => {
    const generic = this.generic();
    return generic ? unlikeKind(this.read(), generic) : [];
  });
  private readonly usedG = computed(() => {
    const typed = readAmountTyped(this.used(), 'g');
    return 'error' in typed || typed.amount.unit !== 'g' ? undefined : typed.amount.value;
  });
  protected readonly zeros = computed(() => {
    const massG = this.usedG();
    return massG === undefined ? [] : hiddenZeros(this.read(), massG);
  });
  protected readonly hasZeros = computed(() => Object.values(this.read().figures).some(({ isZero }) => isZero));
  protected readonly weighed = computed(() => {
    const typed = readAmountTyped(this.piece(), 'g');
    if (this.piece().trim() === '' || 'error' in typed) return undefined;
    return weighPiece(this.label(), this.read(), typed.amount.value)?.words ?? SAY.giveTheGramsOfA;
  });

  protected faultsOf(...fields: readonly string[]): readonly LabelFault[] {
    return fields.flatMap((field) => this.byField().get(field) ?? []);
  }

  protected typed(column: LabelColumnName, key: LabelFigure): string {
    return this.label()[column]?.figures[key] ?? '';
  }

  private put(label: Label): void {
    this.changed.emit({ label });
  }

  protected chooseTradition(tradition: Label['tradition']): void {
    this.put({ ...this.label(), tradition });
  }

  protected chooseState(state: Label['state']): void {
    this.put({ ...this.label(), state });
  }

  protected type(column: LabelColumnName, key: LabelFigure, text: string): void {
    const label = this.label();
    const { [key]: _before, ...rest } = label[column]?.figures ?? {};
    const figures: TypedFigures = text.trim() === '' ? rest : { ...rest, [key]: text.slice(0, 30) };
    this.put(column === 'serving' ? { ...label, serving: { measure: '', ...label.serving, figures } } : { ...label, per100: { of: 'g', ...label.per100, figures } });
  }

  protected serve(change: Partial<LabelServing>): void {
    const label = this.label();
    const serving = Object.fromEntries(
      Object.entries({ measure: '', figures: {}, ...label.serving, ...change }).filter(([, value]) => value !== undefined),
    ) as unknown as LabelServing;
    this.put({ ...label, serving });
  }

  protected size(key: 'massG' | 'volumeMl', text: string): void {
    if (text.trim() === '') {
      this.sizeFault.set(undefined);
      this.serve({ [key]: undefined });
      return;
    }
    const unit = key === 'massG' ? 'g' : 'ml';
    const typed = readAmountTyped(text, unit);
    if ('error' in typed || typed.amount.unit !== unit || typed.amount.value <= 0) {
      this.sizeFault.set('error' in typed ? typed.error : SAY.giveItInAboveZero(key === 'massG' ? SAY.grams : SAY.millilitres));
      return;
    }
    this.sizeFault.set(undefined);
    this.serve({ [key]: typed.amount.value });
  }

  protected per100Of(of: 'g' | 'mL'): void {
    const label = this.label();
    this.put({ ...label, per100: { figures: {}, ...label.per100, of } });
  }
}
