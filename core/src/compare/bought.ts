import { type Food, type GramFigures, type Label, type Pack, packAsFood, readLabel, stockLarder, SUMMED } from '../food';
import { type Counting, type Figure, FIGURES, type Figures, summedOf, type Sum } from '../formula';

/** A treat bought in a shop or eaten in a cafe, known by its label: kept apart from ingredients, to compare with. */
export interface BoughtTreat {
  readonly id: string;
  readonly name: string;
  readonly label: Label;
  /** What one of it weighs as it is eaten, grams. */
  readonly portionMassG: number;
  readonly portionWord: string;
  /** What one costs, in the currency it was paid in: the household's where none is told. */
  readonly price?: number;
  readonly currency?: string;
  readonly note: string;
}

/** What nobody told of a bought treat is unknown: nothing is taken from any kind. */
const OF_NO_KIND: Food = {
  id: 'bought',
  name: 'bought treat',
  kind: 'other',
  synonyms: [],
  per100g: {},
  measuresG: {},
  roles: {},
  fat: 'solid',
  allergens: [],
  isWhole: false,
  source: '',
  measureSource: '',
};

/** A label's rounding is as likely at one end as at the other: half its width over the root of three is one standard deviation. */
function sumOf(figure: Figure, gram: GramFigures | undefined, counting: Counting): Sum {
  const { summed, times } = summedOf(figure, counting);
  const at = SUMMED.indexOf(summed);
  const half = (gram?.halves?.[at] ?? 0) * 100 * times;
  const isUnknown = !gram || ((gram.unknown >> at) & 1) === 1;
  return { amount: (gram?.figures[at] ?? 0) * 100 * times, sd: half / Math.sqrt(3), worst: half, gaps: isUnknown ? [OF_NO_KIND.id] : [] };
}

/** The figures of 100 g of a bought treat by its label: what is not printed is a gap, what rounding leaves open a range. */
export function figuresOfBought({ id, label, name }: Pick<BoughtTreat, 'id' | 'label' | 'name'>, counting: Counting): Figures {
  // "As prepared" is how a treat is eaten: of it that is the label.
  const pack: Pack = { id: `bought-${id}`, name, kindId: OF_NO_KIND.id, label: { ...label, state: 'as sold' }, measuresG: {}, mayContain: [], thirstTests: [], note: '' };
  const carbohydrate = readLabel(pack.label ?? label).figures.carbohydrateG;
  const gram = stockLarder([packAsFood(pack, OF_NO_KIND)]).perGram.get(pack.id);
  const figures = Object.fromEntries(FIGURES.map((figure) => [figure, sumOf(figure, gram, counting)])) as Figures;
  // Without its fibre a European carbohydrate is at least the whole.
  if (figures.carbohydrateG.gaps.length === 0 || !carbohydrate) return figures;
  return { ...figures, carbohydrateG: { ...figures.carbohydrateG, amount: carbohydrate.printed } };
}
