import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Figures, type LabelFigure, printFigure, shareOfFigures, type Sum, type Tradition } from '@fellmist/core';
import { cutPortions, inWeighingOrder } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { addDays } from 'date-fns';
import { bakeActions } from '../state/bake.actions';
import { BakeDesk } from '../state/bakeDesk';
import { Preferences } from '../state/preferences';
import { Choice, type Option } from '../ui/choice';
import { showNumber } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

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
  private readonly store = inject(Store);
  private readonly preferences = inject(Preferences);
  protected readonly desk = inject(BakeDesk);
  readonly id = input.required<string>();
  protected readonly card = signal<Card>('card');
  protected readonly tradition = signal<Tradition>(this.preferences.settings().country === 'us' ? 'us' : 'eu');
  private readonly day = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short', year: 'numeric' });
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
    return bake && real ? SAY.makesWords(showNumber(real.views.portions, Number.isInteger(real.views.portions) ? 0 : 1), `${bake.plan.portionWord}s`) : '';
  });
  protected readonly allergens = computed(() => this.desk.real()?.allergens.contains.join(', ') || SAY.none);
  protected readonly madeOn = computed(() => {
    const at = this.desk.events()[0]?.at;
    return at === undefined ? '' : this.day.format(new Date(at));
  });
  private readonly useBy = computed(() => {
    const [at, days, kept] = [this.desk.events()[0]?.at, this.desk.product()?.keeping.fridgeDays, this.desk.bake()?.kept.at(-1)?.useBy];
    if (kept !== undefined) return this.day.format(new Date(kept));
    return at === undefined || !days ? '' : this.day.format(addDays(new Date(at), days));
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
        if (this.desk.stored()?.id !== id) this.store.dispatch(bakeActions.openWanted({ id }));
      });
    });
  }

  protected print(): void {
    window.print();
  }
}
