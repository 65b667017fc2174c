import { type LedgerRole } from '../role';
import { type Band, type ProductClass } from './productClass';

export const COLD_FIGURES = ['solids', 'fat', 'msnf', 'wheySolids', 'protein', 'sugars', 'stabiliser', 'sweetness', 'freezingPointC', 'ice', 'lactosePerWater'] as const;
/** What an ice maker reads off a mix, in per cent of it unless its name says otherwise. */
export type ColdFigure = (typeof COLD_FIGURES)[number];

export interface ColdBand {
  readonly low: number;
  readonly high: number;
}

/** A kind of frozen treat with what is usual of it, how it is frozen and served, and its steps. */
export interface ColdStyle {
  readonly id: string;
  readonly name: string;
  /** The product class that it is a style of. */
  readonly classId: string;
  /** Words of a title that mean it. */
  readonly words: readonly string[];
  readonly bands: Readonly<Partial<Record<ColdFigure, ColdBand>>>;
  /** Overrun that it takes up while it freezes, per cent. */
  readonly overrun: ColdBand;
  readonly servedC: number;
  /** What it goes into, where that is not what its class is churned in: ids of vessels, whatever else they are for. */
  readonly into?: readonly string[];
  /** What is done instead of letting it stand, where it leaves the freezer hard. */
  readonly out?: string;
  /** What stands out of the freezer before it is scooped takes as long as the mix itself needs. */
  readonly steps: readonly { readonly words: string; readonly minutes: number; readonly isHandsOn: boolean; readonly stands?: boolean }[];
  readonly source: string;
}

/** The role of the ledger that a figure of the mix speaks of. */
export const ROLE_OF_FIGURE: Readonly<Partial<Record<ColdFigure, LedgerRole>>> = {
  solids: 'solids',
  fat: 'fat',
  msnf: 'msnf',
  protein: 'protein',
  sugars: 'bulk',
  stabiliser: 'binding',
  sweetness: 'sweetness',
  freezingPointC: 'freezes',
  ice: 'ice',
  lactosePerWater: 'lactose',
};

const styledClasses = new WeakMap<ColdStyle, { readonly product: ProductClass; readonly styled: ProductClass }>();

/** A product class with the bands of one of its styles in the place of its own. The same class and style give the same object. */
export function styled(product: ProductClass, style: ColdStyle): ProductClass {
  const known = styledClasses.get(style);
  if (known?.product === product) return known.styled;
  const bands: Partial<Record<LedgerRole, Band>> = { ...product.bands };
  for (const figure of COLD_FIGURES) {
    const [role, band] = [ROLE_OF_FIGURE[figure], style.bands[figure]];
    if (role && band) bands[role] = { ...band, reason: `${product.bands[role]?.reason ?? ''} Usual of ${style.name.toLowerCase()}.`.trim() };
  }
  const made = { ...product, bands, servedC: style.servedC, ...(style.into ? { into: style.into } : {}) };
  styledClasses.set(style, { product, styled: made });
  return made;
}
