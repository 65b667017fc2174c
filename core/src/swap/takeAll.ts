import { type Larder } from '../food';
import { acceptProposal, settleOpen } from './decide';
import { liquidBalance } from './liquid';
import { type Worksheet } from './worksheet';

/** Takes everything open, then the first liquid correction that is called for. */
export function takeAll(sheet: Worksheet, larder: Larder): Worksheet {
  const settled = settleOpen(sheet, larder);
  const correction = liquidBalance(settled, larder).corrections[0];
  return correction ? acceptProposal(settled, correction, larder) : settled;
}
