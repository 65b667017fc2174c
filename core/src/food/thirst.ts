import { combined } from '../quantity';
import { type Thirst } from './food';

/** A bench test: water stirred into a powder until it drops off the spoon in one blob. */
export interface ThirstTest {
  readonly id: string;
  readonly powderG: number;
  readonly waterG: number;
  /** ISO date of the test. */
  readonly on: string;
  /** A try that was right taught it, by its title: no bench test, and less sure by its own relative standard deviation. */
  readonly of?: string;
  readonly spread?: number;
}

/** Fluid over what holds it where a mix drops in one blob: 2 on the spoon scale, ln(hydration) 0.4. House model, as in `role/consistency`. */
export const BLOB_HYDRATION = Math.exp(0.4);
/** Grams of water that a gram of gluten holds beside the thirst of its flour, in the same house model. */
export const GLUTEN_HOLD = 1.25;
/** Relative standard deviation of one bench test. House value. */
export const TEST_SPREAD = 0.08;
/** Spread of a thirst whose table gives none, relative. House value. */
const UNSAID_SPREAD = 0.2;

export interface LearnedThirst {
  readonly prior: { readonly gPerG: number; readonly sd: number };
  readonly measured: readonly number[];
  readonly learned: { readonly gPerG: number; readonly sd: number };
}

/**
 * Thirst (g water held per g) that one test shows: water / (h of a blob x powder), less what its gluten (g per g) holds.
 * Example: 10 g of plain flour (0.08 gluten) that takes 10.4 g of water shows 0.60. Undefined where an amount is not above zero.
 */
export function thirstOfTest({ powderG, waterG }: Pick<ThirstTest, 'powderG' | 'waterG'>, gluten = 0): number | undefined {
  return powderG > 0 && waterG > 0 ? Math.max(waterG / (BLOB_HYDRATION * powderG) - GLUTEN_HOLD * gluten, 0.01) : undefined;
}

/**
 * Prior and tests combined by precision (normal prior from the table's spread, a test's standard deviation 8 % of what it
 * shows, that of a try its own) [conjugate normal model, as in Gelman et al., Bayesian Data Analysis, section 2.5; spreads house values].
 */
export function learnThirst(prior: Pick<Thirst, 'gPerG' | 'sd'>, tests: readonly Pick<ThirstTest, 'powderG' | 'waterG' | 'spread'>[], gluten = 0): LearnedThirst {
  const sd = prior.sd > 0 ? prior.sd : UNSAID_SPREAD * prior.gPerG;
  const told = tests.flatMap((test) => {
    const mean = thirstOfTest(test, gluten);
    return mean === undefined ? [] : [{ mean, sd: (test.spread ?? TEST_SPREAD) * mean }];
  });
  const now = combined({ mean: prior.gPerG, sd }, told);
  return { prior: { gPerG: prior.gPerG, sd }, measured: told.map(({ mean }) => mean), learned: { gPerG: now.mean, sd: now.sd } };
}

/** The bench test that would have shown a thirst (g per g), for what was learned another way. */
export function testShowing(gPerG: number, powderG: number, gluten = 0): Pick<ThirstTest, 'powderG' | 'waterG'> {
  return { powderG, waterG: (gPerG + GLUTEN_HOLD * gluten) * BLOB_HYDRATION * powderG };
}
