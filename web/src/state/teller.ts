import { remember, remembered } from '../ui/memory';

const TELLER = 'fellmist.teller';
let own: string | undefined;

/** Who tells of a bake: this tab, the same across a reload. */
export function teller(): string {
  if (own !== undefined) return own;
  own = remembered(TELLER, 'tab') ?? crypto.randomUUID();
  remember(TELLER, own, 'tab');
  return own;
}
