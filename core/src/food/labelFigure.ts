import { readNumber } from '../quantity';
import { type LabelFigure, type Printed } from './rounding';

/** Beyond this no panel prints a figure; a slip of the keyboard is likelier. */
const MOST = 100_000;

const UNIT_OF = (figure: LabelFigure): 'kcal' | 'kJ' | 'mg' | 'g' => (figure === 'energyKcal' ? 'kcal' : figure === 'energyKj' ? 'kJ' : figure.endsWith('Mg') ? 'mg' : 'g');

export type ReadFigure = { readonly ok: true; readonly printed: Printed } | { readonly ok: false; readonly error: string };

function fail(error: string): ReadFigure {
  return { ok: false, error };
}

/** "g" typed where milligrams belong, or the other way round, as a factor; undefined where the unit does not belong. */
function factorFor(typed: string, wanted: string): number | undefined {
  const unit = typed.toLowerCase().replace(/^(?:grams?|gr)$/, 'g');
  if (unit === '' || unit === wanted.toLowerCase() || (wanted === 'kcal' && /^(?:cal|kcals|calories)$/.test(unit))) return 1;
  if (unit === 'mg' && wanted === 'g') return 0.001;
  if (unit === 'g' && wanted === 'mg') return 1000;
  return undefined;
}

/**
 * A figure as typed from a panel: "12", "0,5 g", "<1", "less than 1 g", "0.4 g" of sodium. A comma before one or two
 * digits is a decimal comma. Refused in words: no number, below zero, beyond 100,000, a unit of another kind.
 */
export function readLabelFigure(text: string, figure: LabelFigure): ReadFigure {
  const plain = text.trim().replace(/\u00a0/g, ' ');
  const unit = UNIT_OF(figure);
  const match = /^(<|≤|less than|under|trace|traces)?\s*([-−–]?)([\d.,\s]*\d[\d.,]*|)\s*([a-zA-Z]*)$/i.exec(plain);
  if (match?.[1] && /^trace/i.test(match[1])) return { ok: true, printed: { figure: 0.5, lessThan: true } };
  if (!match?.[3]) return fail(`"${plain.slice(0, 20)}" is not a figure. Write it like 12, 0.5 or <1.`);
  if (match[2]) return fail('A panel prints nothing below zero.');
  const factor = factorFor(match[4] ?? '', unit);
  if (factor === undefined) return fail(`This is printed in ${unit}, not ${match[4] ?? ''}.`);
  const digits = match[3].replace(/\s+/g, '');
  const amount = /^0,\d+$/.test(digits) ? Number(digits.replace(',', '.')) : readNumber(digits);
  if (amount === undefined || !Number.isFinite(amount)) return fail(`"${plain.slice(0, 20)}" is not a figure. Write it like 12, 0.5 or <1.`);
  if (amount * factor > MOST) return fail(`More than ${MOST.toLocaleString('en')} ${unit} cannot be right; check the figure.`);
  const grouped = /^\d{1,3}(,\d{3})+$/.test(digits) && !digits.startsWith('0');
  const typedDecimals = grouped ? 0 : (/[.,](\d+)$/.exec(digits)?.[1]?.length ?? 0);
  const decimals = Math.max(typedDecimals + Math.round(Math.log10(1 / factor)), 0);
  return { ok: true, printed: { figure: Number((amount * factor).toFixed(6)), ...(match[1] ? { lessThan: true } : {}), ...(decimals > 0 ? { decimals } : {}) } };
}
