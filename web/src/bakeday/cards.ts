import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Figures, type LabelFigure, portionWordFor, printFigure, shareOfFigures, type Sum, type Tradition } from '@fellmist/core';
import { cutPortions, inWeighingOrder } from '@fellmist/core/bake';
import { addDays, parseISO } from 'date-fns';
import { BakeDesk } from '../state/bakeDesk';
import { Preferences } from '../state/preferences';
import { Choice, type Option } from '../ui/choice';
import { showNumber } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

type Card = 'card' | 'sheet' | 'stickers' | 'panel';

interface PanelRow {
  readonly name: string;
  readonly figure: LabelFigure;
  readonly of: (figures: Figures, tradition: Tradition) => Sum;
  readonly unit: string;
  readonly only?: Tradition;
}

/** The US counts fibre as carbohydrate, the EU and UK do not [21 CFR 101.9(c)(6), Reg. (EU) 1169/2011 annex I]. */
function carbohydrate({ carbohydrateG, fibreG }: Figures, tradition: Tradition): Sum {
  if (tradition === 'us') return carbohydrateG;
  return { ...carbohydrateG, amount: Math.max(carbohydrateG.amount - fibreG.amount, 0), gaps: [...carbohydrateG.gaps, ...fibreG.gaps] };
}

const PANEL: readonly PanelRow[] = [
  { name: SAY.energy, figure: 'energyKj', of: (f) => f.energyKj, unit: 'kJ', only: 'eu' },
  { name: SAY.energy, figure: 'energyKcal', of: (f) => f.energyKcal, unit: 'kcal' },
  { name: SAY.fat, figure: 'fatG', of: (f) => f.fatG, unit: 'g' },
  { name: SAY.saturates, figure: 'saturatesG', of: (f) => f.saturatesG, unit: 'g' },
  { name: SAY.carbohydrate, figure: 'carbohydrateG', of: carbohydrate, unit: 'g' },
  { name: SAY.sugars, figure: 'sugarsG', of: (f) => f.sugarsG, unit: 'g' },
  { name: SAY.fibre, figure: 'fibreG', of: (f) => f.fibreG, unit: 'g' },
  { name: SAY.protein, figure: 'proteinG', of: (f) => f.proteinG, unit: 'g' },
  { name: SAY.salt, figure: 'saltG', of: (f) => f.saltG, unit: 'g', only: 'eu' },
  { name: SAY.sodium, figure: 'sodiumMg', of: (f) => f.sodiumMg, unit: 'mg', only: 'us' },
];
/** The decimals that a rounded figure has. */
const decimalsOf = (value: number): number => Math.min(/\.(\d+)$/.exec(String(value))?.[1]?.length ?? 0, 2);

/** Stickers beyond these are a second sheet. */
const MOST_STICKERS = 24;

/** What is printed of a bake: a card, a sheet to weigh by, stickers for portions, a nutrition panel for the household. */
@Component({
  selector: 'fm-cards',
  imports: [Button, Choice, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './cards.html',
  styleUrl: './cards.less',
})
export class Cards {
  protected readonly say = SAY;
  private readonly preferences = inject(Preferences);
  protected readonly desk = inject(BakeDesk);
  readonly id = input.required<string>();
  protected readonly card = signal<Card>('card');
  protected readonly tradition = signal<Tradition>(this.preferences.settings().country === 'us' ? 'us' : 'eu');
  private readonly day = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short', year: 'numeric' });
  protected readonly cards: readonly Option<Card>[] = [
    { value: 'card', label: SAY.formulaCard },
    { value: 'sheet', label: SAY.weighSheet },
    { value: 'stickers', label: SAY.stickers },
    { value: 'panel', label: SAY.panel },
  ];
  protected readonly traditions: readonly Option<Tradition>[] = [
    { value: 'eu', label: SAY.eu },
    { value: 'us', label: SAY.us },
  ];

  protected readonly lines = computed(() => {
    const bake = this.desk.bake();
    if (!bake) return [];
    const byId = new Map(inWeighingOrder(bake).map((line) => [line.id, line]));
    return bake.stages.map((stage) => ({
      stage,
      lines: stage.lineIds.flatMap((id) => {
        const line = byId.get(id);
        if (!line || line.state === 'left out') return [];
        const massG = line.state === 'poured' ? line.pouredG : line.plannedG;
        const said = (g: number | undefined): string => (g === undefined ? '' : `${showNumber(g, g < 10 ? 1 : 0)} g`);
        return [{ id, name: this.desk.foodName(line.foodId) ?? line.name, real: said(massG), plan: line.spoon ?? said(line.plannedG) }];
      }),
    }));
  });

  protected readonly makes = computed(() => {
    const [bake, real] = [this.desk.bake(), this.desk.real()];
    return bake && real
      ? SAY.makesWords(showNumber(real.views.portions, Number.isInteger(real.views.portions) ? 0 : 1), portionWordFor(bake.plan.portionWord, real.views.portions))
      : '';
  });
  /** The stages are the method's own steps, so that it is not said twice. */
  protected readonly isByMethod = computed(() => this.desk.bake()?.stages.some(({ then }) => then !== '' && this.desk.bake()?.plan.method.includes(then)) ?? false);

  /** What it contains, may contain, and what nobody can answer for: "none" is said only where that is sure. */
  protected readonly allergens = computed(() => {
    const report = this.desk.real()?.allergens;
    if (!report) return '';
    const { contains, mayContain, unknownLines } = report;
    const said = [
      contains.join(', '),
      mayContain.length > 0 ? SAY.mayContain(mayContain.join(', ')) : '',
      unknownLines.length > 0 ? SAY.unknownLines(unknownLines.length) : '',
    ].filter(Boolean);
    return said.length > 0 ? said.join('; ') : SAY.none;
  });
  protected readonly madeOn = computed(() => {
    const at = this.desk.events()[0]?.at;
    return at === undefined ? '' : this.day.format(new Date(at));
  });
  /** By when it is eaten from the fridge, counted from the day it was made; and from the freezer, where it was put there. */
  private readonly useBy = computed(() => {
    const [bake, product] = [this.desk.bake(), this.desk.product()];
    const dueIn = (place: 'fridge' | 'freezer'): string | undefined => bake?.kept.flatMap((one) => (one.place === place && one.useBy ? [one.useBy] : [])).sort()[0];
    const [fridge, freezer] = [dueIn('fridge'), dueIn('freezer')];
    const made = bake && product?.keeping.fridgeDays ? addDays(new Date(bake.madeAt ?? this.desk.events()[0]?.at ?? ''), product.keeping.fridgeDays) : undefined;
    const day = fridge !== undefined ? parseISO(fridge) : made;
    return [day ? SAY.fridgeBy(this.day.format(day)) : '', freezer !== undefined ? SAY.freezerBy(this.day.format(parseISO(freezer))) : ''].filter(Boolean).join(', ');
  });

  protected readonly stickers = computed(() => {
    const [bake, real] = [this.desk.bake(), this.desk.real()];
    if (!bake || !real) return [];
    const cut = bake.portioning.by === 'pieces' ? cutPortions(bake, real.totals, real.views.yield.massG).pieces : [];
    const one = (figures: Figures, massG: number, name: string): object => ({
      name,
      mass: `${showNumber(massG, 0)} g`,
      energy: `${showNumber(figures[this.preferences.energyFigure()].amount, 0)} ${this.preferences.energyUnit()}`,
      protein: showNumber(figures.proteinG.amount, 1),
      net: showNumber(figures.netCarbG.amount, 1),
      useBy: this.useBy(),
    });
    const all =
      cut.length > 0
        ? cut.map(({ figures, massG, name }) => one(figures, massG, name))
        : Array.from({ length: Math.min(Math.max(Math.floor(real.views.portions + 1e-9), 1), MOST_STICKERS) }, () => one(real.views.portion, real.views.portionMassG, ''));
    return all as readonly { readonly name: string; readonly mass: string; readonly energy: string; readonly protein: string; readonly net: string; readonly useBy: string }[];
  });

  protected readonly panel = computed(() => {
    const real = this.desk.real();
    if (!real) return [];
    const per100 = real.views.per100g ?? shareOfFigures(real.views.batch, 0);
    const tradition = this.tradition();
    const printed = ({ amount, gaps }: Sum, figure: LabelFigure): string => {
      const { figure: value, lessThan } = printFigure(amount, figure, tradition);
      return `${gaps.length > 0 ? '≥ ' : lessThan ? '< ' : ''}${showNumber(value, decimalsOf(value))}`;
    };
    return PANEL.filter(({ only }) => only === undefined || only === tradition).map(({ name, figure, of, unit }) => ({
      key: figure,
      name,
      portion: `${printed(of(real.views.portion, tradition), figure)} ${unit}`,
      per100: `${printed(of(per100, tradition), figure)} ${unit}`,
    }));
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.desk.open(id);
      });
    });
  }

  protected print(): void {
    window.print();
  }
}
