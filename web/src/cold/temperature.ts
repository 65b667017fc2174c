/** What stands in a temperature field: "-18", "−18 °C", "0 F". °C where no unit is given; words where it cannot be used. */
export function readTemperature(text: string): { readonly tempC: number } | { readonly error: string } {
  const read = /^\s*([-−–]?)\s*(\d+(?:[.,]\d+)?)\s*(?:°|deg(?:rees)?)?\s*([cf])?\s*$/i.exec(text);
  if (!read?.[2]) return { error: 'Give a temperature such as -18 or 0 F.' };
  const amount = Number(read[2].replace(',', '.')) * (read[1] ? -1 : 1);
  const tempC = read[3]?.toLowerCase() === 'f' ? ((amount - 32) * 5) / 9 : amount;
  if (tempC < -40 || tempC > 10) return { error: 'A freezer is between -40 and 10 °C.' };
  return { tempC: Math.round(tempC * 10) / 10 };
}
