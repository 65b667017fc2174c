import { type Amount } from './amount';
import { unitById } from './units';

const EIGHTHS: Readonly<Record<string, string>> = {
  '0.125': '1/8',
  '0.25': '1/4',
  '0.333': '1/3',
  '0.375': '3/8',
  '0.5': '1/2',
  '0.625': '5/8',
  '0.667': '2/3',
  '0.75': '3/4',
  '0.875': '7/8',
};

/**
 * Kitchen fractions for a spoon or cup count: 1.5 is "1 1/2", 0.333 is "1/3"; anything that is not within 2 % of an
 * eighth or a third keeps up to two decimals.
 */
export function kitchenNumber(value: number): string {
  const whole = Math.floor(value + 1e-9);
  const part = value - whole;
  for (const [share, words] of Object.entries(EIGHTHS)) {
    if (Math.abs(part - Number(share)) < 0.02) return whole > 0 ? `${whole} ${words}` : words;
  }
  if (part > 0.98) return String(whole + 1);
  return String(Number(value.toFixed(2)));
}

/** Grams as a scale would show them: 0.34, 4.5, 46, 1250. */
export function gramsNumber(massG: number): string {
  const digits = massG < 1 ? 2 : massG < 10 ? 1 : 0;
  return String(Number(massG.toFixed(digits)));
}

/** An amount in words: {1.5, cup} is "1 1/2 cups", {2, piece} is "2", {200, g} is "200 g". */
export function formatAmount(amount: Amount): string {
  const unit = unitById(amount.unit);
  const decimal = unit.kind === 'mass' || (unit.factor !== undefined && unit.kind === 'volume');
  const show = (value: number): string => (decimal ? gramsNumber(value) : kitchenNumber(value));
  const figures = amount.high === undefined ? show(amount.value) : `${show(amount.value)}–${show(amount.high)}`;
  if (amount.unit === 'piece') return figures;
  const word = (amount.high ?? amount.value) > 1 ? (unit.plural ?? unit.words[0]) : unit.words[0];
  return `${figures} ${word}`;
}
