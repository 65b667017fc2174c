import { fieldNumber, readNumber, showNumber } from './numbers';
import { SAY } from './words';

export type TemperatureUnit = 'C' | 'F';

const toF = (tempC: number): number => (tempC * 9) / 5 + 32;
const toC = (tempF: number): number => ((tempF - 32) * 5) / 9;

/** A temperature of a field, without its unit: "−18", "-0.4". */
export function fieldTemperature(tempC: number, unit: TemperatureUnit): string {
  const degrees = unit === 'F' ? toF(tempC) : tempC;
  const figure = fieldNumber(Math.abs(degrees), 1);
  return degrees < -0.05 ? `-${figure}` : figure;
}

/** A temperature with its unit: "−18 °C", "0 °F". */
export function showTemperature(tempC: number, unit: TemperatureUnit): string {
  const degrees = unit === 'F' ? toF(tempC) : tempC;
  const digits = unit === 'F' || Number.isInteger(degrees) ? 0 : 1;
  const figure = showNumber(Math.abs(degrees), digits);
  return `${degrees < 0 && /[1-9]/.test(figure) ? '−' : ''}${figure} °${unit}`;
}

const OF_TEXT = /([-−]?\d+(?:\.\d+)?)(?:( to |–)([-−]?\d+(?:\.\d+)?))? °C(?! (?:cooler|warmer|hotter|less|more|lower|higher))/g;

/** A sentence with each temperature in the household's unit; what is a difference ("15 °C cooler") is put as one. */
export function inTemperature(text: string, unit: TemperatureUnit): string {
  if (unit === 'C') return text;
  const degrees = (figure: string): string => String(Math.round(toF(Number(figure.replace('−', '-'))))).replace('-', '−');
  return text
    .replace(OF_TEXT, (_said, low: string, joint?: string, high?: string) => `${degrees(low)}${joint && high ? joint + degrees(high) : ''} °F`)
    .replace(/(\d+(?:\.\d+)?) °C(?= (?:cooler|warmer|hotter|less|more|lower|higher))/g, (_said, by: string) => `${String(Math.round((Number(by) * 9) / 5))} °F`);
}

/** What stands in a temperature field: "-18", "−18 °C", "0 F". In the household's unit where none is given; words where it cannot be used. */
export function readTemperature(text: string, unit: TemperatureUnit = 'C', least = -40, most = 10): { readonly tempC: number } | { readonly error: string } {
  const read = /^\s*([-−–]?)\s*([\d.,]+)\s*(?:°|deg(?:rees)?)?\s*([cf])?\s*$/i.exec(text);
  const figure = readNumber(read?.[2] ?? '');
  if (!read || !figure.ok) return { error: SAY.giveATemperatureSuchAs };
  const amount = figure.value * (read[1] ? -1 : 1);
  const tempC = (read[3]?.toUpperCase() ?? unit) === 'F' ? toC(amount) : amount;
  if (tempC < least - 0.05 || tempC > most + 0.05) return { error: SAY.itIsBetweenAnd(showTemperature(least, unit), showTemperature(most, unit)) };
  return { tempC: Math.round(tempC * 10) / 10 };
}
