/**
 * Whether a bar code's last digit fits the others: weights 3 and 1 from the right, to a multiple of ten, for 8, 12, 13 or
 * 14 digits [GS1 General Specifications, check digit calculation].
 */
export function isBarcode(code: string): boolean {
  if (!/^(?:\d{8}|\d{12,14})$/.test(code)) return false;
  const sum = [...code].reverse().reduce((total, digit, i) => total + Number(digit) * (i % 2 === 0 ? 1 : 3), 0);
  return sum % 10 === 0;
}
