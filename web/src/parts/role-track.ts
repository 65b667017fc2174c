import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { consistencyWord, inKitchen, type LedgerRole, type LedgerRow, type Measures, roleOf, strainWords } from '@fellmist/core';
import { showNumber } from '../ui/figures';
import { SAY } from './words';

/** A row of the balance as it is drawn: places in hundredths of the role's line. */
export interface Track {
  readonly role: LedgerRole;
  readonly name: string;
  readonly ends: readonly [string, string];
  readonly from: number | undefined;
  readonly to: number | undefined;
  readonly ghost: number | undefined;
  readonly bandLeft: number;
  readonly bandWidth: number;
  readonly isOff: boolean;
  readonly isLeft: boolean;
  readonly strain: string;
  readonly reason: string;
}

function placeOf(role: LedgerRole, amount: number | undefined): number | undefined {
  if (amount === undefined) return undefined;
  const { low, high } = roleOf(role);
  return Math.min(Math.max(((amount - low) / (high - low)) * 100, 0), 100);
}

/** "drops in blobs"; "12 g": where a role stands, in words. */
export function roleAmount(role: LedgerRole, amount: number | undefined): string {
  if (amount === undefined) return SAY.notReckoned;
  if (role === 'thickness') return consistencyWord(amount);
  const { unit, times, digits } = inKitchen(role);
  return `${showNumber(amount * times, digits)} ${unit}`;
}

/** A row as it is drawn; the ends are those of frozen treats where it is one. */
export function trackOf({ role, original, rebuild, band, state, left }: LedgerRow, isFrozen: boolean, previewed?: Measures): Track {
  const facts = roleOf(role);
  const [bandLeft, bandRight] = [placeOf(role, band?.low) ?? 0, placeOf(role, band?.high) ?? 0];
  const isOff = state === 'low' || state === 'high';
  return {
    role,
    name: facts.name,
    ends: (isFrozen && facts.endsFrozen) || facts.ends,
    from: placeOf(role, original),
    to: placeOf(role, rebuild),
    ghost: previewed ? placeOf(role, previewed[role]) : undefined,
    bandLeft,
    bandWidth: Math.max(bandRight - bandLeft, 0),
    isOff,
    isLeft: left,
    strain: isOff ? strainWords(role, state) : '',
    reason: band?.reason ?? '',
  };
}

/** One role on its line: where it was, where it is, and what is wanted. */
@Component({
  selector: 'fm-role-track',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './role-track.html',
  styleUrl: './role-track.less',
})
export class RoleTrack {
  readonly track = input.required<Track>();
  readonly spoken = input.required<string>();
}
