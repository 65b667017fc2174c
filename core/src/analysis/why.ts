import { type Mark } from '../quantity';

/** One input of a computed figure: a line with what it gives, and where that comes from. */
export interface WhyInput {
  readonly name: string;
  readonly words: string;
  /** Share of the whole, -1 to 1, for a bar; undefined where it is unknown. */
  readonly share: number | undefined;
  readonly source: string;
}

/** What stands behind a figure: its inputs, the rule they go through, and the mark and source of that rule. */
export interface Why {
  readonly title: string;
  readonly result: string;
  readonly inputs: readonly WhyInput[];
  readonly equation: string;
  /** How far the rule can be trusted; none where the household's own scale or prices are all there is. */
  readonly mark?: Mark;
  readonly source: string;
  readonly notes: readonly string[];
}

/** A number as a why shows it: small ones with a decimal more. */
export const show = (amount: number, digits = 1): string => String(Number(amount.toFixed(Math.abs(amount) < 1 ? digits + 1 : digits)));
