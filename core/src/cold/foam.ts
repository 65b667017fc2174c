import table from '@fellmist/language/foams.json' with { type: 'json' };
import { type Food, isIn } from '../food';

/** So much of a food in a bowl. */
export interface Poured {
  readonly food: Food;
  readonly massG: number;
}

/** Protein that foams: of how much of a food's, how much of that counts, and how much of it drains. */
interface FoamProtein {
  readonly group: string;
  readonly word?: string;
  readonly of: 'protein' | 'foam';
  readonly share: number;
  readonly counts: number;
  readonly drains: number;
}

interface FoamGum {
  readonly group: string;
  readonly word: string;
  readonly holds: number;
  readonly stands: number;
  readonly alone?: string;
}

const PROTEINS = table.proteins as readonly FoamProtein[];
const GUMS = table.gums as readonly FoamGum[];
/** Share of draining protein from which the bowl is told of it. House value. */
const TOLD_DRAINING = 0.4;

/** What a bowl has to make and hold a foam. */
export interface Foam {
  readonly proteinG: number;
  readonly gumG: number;
  /** How well its gums hold air, 0 to 1. */
  readonly gumHolds: number;
  /** How long they keep it up, 0 to 1: a gel stands, a syrup drains. */
  readonly gumStands: number;
  /** Share of the protein that foams which drains soon, 0 to 1. */
  readonly drainingShare: number;
  /** What practice says of these proteins and gums. */
  readonly says: readonly string[];
}

const percent = (share: number): number => Math.round(share * 100);

/** The proteins and gums of the table in words, for the printed whys. */
export const FOAM_WORDS = {
  proteins: PROTEINS.flatMap(({ word, counts }) => (word && counts === 1 ? [word] : [])).join(', or as much of '),
  weakProteins: PROTEINS.flatMap(({ word, counts }) => (word && counts < 1 ? [`${word} counts ${percent(counts)} %`] : [])).join(', '),
  gums: `${GUMS.map(({ word }) => word).join(' with ')} best, ${GUMS.flatMap(({ word, alone }) => (alone ? [`${word} alone`] : [])).join(', ')} poor`,
  draining: { name: table.draining.name, source: table.draining.source },
} as const;

/** How well a mix of gums does: each by its share, and the nearer to equal parts the nearer to 1. The first gum alone where there is none. */
function together(grams: readonly number[], how: (gum: FoamGum) => number): number {
  const whole = grams.reduce((sum, massG) => sum + massG, 0);
  const shares = grams.map((massG, i) => (whole > 0 ? massG / whole : Number(i === 0)));
  const single = GUMS.reduce((sum, gum, i) => sum + how(gum) * (shares[i] ?? 0), 0);
  const balance = GUMS.length * Math.min(...shares);
  return single + (1 - GUMS.reduce((sum, gum) => sum + how(gum), 0) / GUMS.length) * balance;
}

/** What foams and what holds it among foods in a bowl, by the table of `data/language/foams.json`. House model. */
export function foamOf(poured: readonly Poured[]): Foam {
  let [foaming, counted, draining, otherGum] = [0, 0, 0, 0];
  const gums = GUMS.map(() => 0);
  for (const { food, massG } of poured) {
    const protein = PROTEINS.find(({ group }) => isIn(group, food));
    if (protein) {
      const perGram = protein.of === 'foam' ? (food.roles.foam?.amount ?? 0) : (food.per100g.proteinG ?? 0) / 100;
      const foamsG = massG * perGram * protein.share;
      [foaming, counted, draining] = [foaming + foamsG, counted + foamsG * protein.counts, draining + foamsG * protein.drains];
    }
    const gum = GUMS.findIndex(({ group }) => isIn(group, food));
    if (gum >= 0) gums[gum] = (gums[gum] ?? 0) + massG;
    else if (isIn(table.otherGums, food)) otherGum += massG * (food.roles.binding?.amount ?? 0);
  }
  const drainingShare = draining > 0 ? draining / foaming : 0;
  const only = gums.filter((massG) => massG > 0).length === 1 ? GUMS[gums.findIndex((massG) => massG > 0)] : undefined;
  return {
    gumHolds: together(gums, ({ holds }) => holds),
    gumStands: together(gums, ({ stands }) => stands),
    proteinG: counted,
    gumG: gums.reduce((sum, massG) => sum + massG, otherGum),
    drainingShare,
    says: [...(drainingShare > TOLD_DRAINING ? [table.draining.says] : []), ...(only?.alone ? [only.alone] : [])],
  };
}
