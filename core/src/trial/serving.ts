/**
 * Orders in which tasters get several tries, so that each stands at each place and follows each other one equally often
 * [Williams 1949]: as many orders as tries where their number is even, twice as many where it is odd. Tries are 0 to `tries` - 1.
 */
export function servingOrders(tries: number): readonly (readonly number[])[] {
  if (tries < 1) return [];
  // 0, 1, n-1, 2, n-2, ...: each neighbour differs by another step.
  const first = Array.from({ length: tries }, (_, i) => (i % 2 ? (i + 1) / 2 : (tries - i / 2) % tries));
  const orders = Array.from({ length: tries }, (_, shift) => first.map((one) => (one + shift) % tries));
  return tries % 2 === 0 ? orders : [...orders, ...orders.map((order) => [...order].reverse())];
}

/** Blind codes of three digits, no two alike, that nobody reads an order from; `random` gives 0 to 1. */
export function blindCodes(tries: number, random: () => number): readonly string[] {
  const codes = new Set<string>();
  while (codes.size < Math.min(tries, 900)) codes.add(String(100 + Math.floor(random() * 900)));
  return [...codes];
}
