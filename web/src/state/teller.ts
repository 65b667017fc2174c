const TELLER = 'fellmist.teller';
let own: string | undefined;

/** Who tells of a bake: this tab, the same across a reload. */
export function teller(): string {
  if (own !== undefined) return own;
  try {
    own = sessionStorage.getItem(TELLER) ?? crypto.randomUUID();
    sessionStorage.setItem(TELLER, own);
  } catch {
    own ??= crypto.randomUUID();
  }
  return own;
}
