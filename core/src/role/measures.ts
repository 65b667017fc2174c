import { AT, read, type Sums } from './brings';
import { scaleOfSums } from './consistency';
import { freezingPointOf, iceAt } from './freezing';
import { liftOf } from './lift';
import { type LedgerRole } from './roleFacts';
import { sweetnessPer100g } from './sweetness';

const OF_STARCH = 0.1;
const OF_GLUTEN = 0.1;
/** Beaten foam as gas, mmol for a gram of egg white. House value. */
const GAS_OF_FOAM = 0.3;

/** The temperature at which ice is scooped, °C. */
const SCOOPED_C = -12;
/** With so much flour nobody means to freeze it as an ice. House value. */
function isDough(sums: Sums): boolean {
  return read(sums, AT.flourG) > 0.1 * read(sums, AT.massG);
}

/** One role of a mix in its own unit (see `ROLE_FACTS`); undefined where the mix does not allow it to be reckoned. */
export function measureRole(role: LedgerRole, sums: Sums): number | undefined {
  const massG = read(sums, AT.massG);
  if (massG <= 0) return undefined;
  const per100 = (amount: number): number => (amount * 100) / massG;
  switch (role) {
    case 'thickness':
      return scaleOfSums(sums);
    case 'structure':
      return per100(read(sums, AT.glutenG) + read(sums, AT.settingG) + OF_STARCH * read(sums, AT.starchG));
    case 'binding':
      return per100(read(sums, AT.bindingG) + OF_GLUTEN * read(sums, AT.glutenG));
    case 'sweetness':
      return sweetnessPer100g(sums);
    case 'bulk':
      return per100(read(sums, AT.bulkG));
    case 'fat':
      return per100(read(sums, AT.fatG));
    case 'lift':
      return (liftOf(sums)?.co2MmolPer100g ?? 0) + per100(GAS_OF_FOAM * read(sums, AT.foamG));
    case 'acid':
      return liftOf(sums)?.leftMmolPer100g;
    case 'browning':
      return per100(read(sums, AT.browningG));
    case 'salt':
      return per100(read(sums, AT.saltG));
    case 'solids':
      return 100 - per100(read(sums, AT.allWaterG));
    case 'msnf':
      return per100(read(sums, AT.msnfG));
    case 'protein':
      return per100(read(sums, AT.proteinG));
    case 'lactose':
      return read(sums, AT.allWaterG) > 0 ? (read(sums, AT.lactoseG) * 100) / read(sums, AT.allWaterG) : undefined;
    case 'freezes':
      return isDough(sums) ? undefined : freezingPointOf(sums);
    case 'ice':
      return isDough(sums) ? undefined : per100(iceAt(sums, SCOOPED_C));
  }
}

export type Measures = Readonly<Record<LedgerRole, number | undefined>>;

/** What was measured last, so that original and rebuild are not measured again for each who asks. */
const MOST_MEASURED = 8;
const measured: { readonly sums: Sums; readonly measures: Measures }[] = [];

/** Every role of a mix. The sums must not change afterwards. */
export function measuresOf(sums: Sums): Measures {
  for (let i = 0; i < measured.length; i++) {
    const one = measured[i];
    if (one?.sums !== sums) continue;
    if (i > MOST_MEASURED / 2) measured.unshift(...measured.splice(i, 1));
    return one.measures;
  }
  const measures = measure(sums);
  measured.unshift({ sums, measures });
  if (measured.length > MOST_MEASURED) measured.pop();
  return measures;
}

function measure(sums: Sums): Measures {
  return {
    thickness: measureRole('thickness', sums),
    structure: measureRole('structure', sums),
    binding: measureRole('binding', sums),
    sweetness: measureRole('sweetness', sums),
    bulk: measureRole('bulk', sums),
    fat: measureRole('fat', sums),
    lift: measureRole('lift', sums),
    acid: measureRole('acid', sums),
    browning: measureRole('browning', sums),
    salt: measureRole('salt', sums),
    solids: measureRole('solids', sums),
    msnf: measureRole('msnf', sums),
    protein: measureRole('protein', sums),
    lactose: measureRole('lactose', sums),
    freezes: measureRole('freezes', sums),
    ice: measureRole('ice', sums),
  };
}
