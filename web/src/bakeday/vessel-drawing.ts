import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type Fit, isRound } from '@fellmist/core/bake';
import { showNumber } from '../ui/figures';
import { SAY } from './words';

/** The drawing is so many units wide and high; a vessel is drawn to scale in it. */
const WIDE = 320;
const HIGH = 190;
const FOOT = 170;

/** A vessel in section, drawn to scale: how high the mix stands in it, raw and once it has risen. */
@Component({
  selector: 'fm-vessel-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './vessel-drawing.html',
  styleUrl: './vessel-drawing.less',
})
export class VesselDrawing {
  protected readonly say = SAY;
  readonly fit = input.required<Fit>();
  readonly words = input.required<string>();

  protected readonly drawn = computed(() => {
    const { vessel, rawCm, risenCm } = this.fit();
    const across = isRound(vessel) ? vessel.acrossCm : (vessel.lengthCm ?? vessel.acrossCm);
    const tallest = Math.max(vessel.heightCm, Math.min(risenCm, vessel.heightCm * 2)) * 1.1;
    const scale = Math.min((WIDE - 110) / across, (FOOT - 20) / tallest);
    const half = (across * scale) / 2;
    const middle = WIDE / 2;
    const at = (cm: number): number => half * (vessel.taper + (1 - vessel.taper) * Math.min(cm / vessel.heightCm, 1));
    const y = (cm: number): number => FOOT - cm * scale;
    const side = (cm: number): string =>
      `${middle - at(0)},${FOOT} ${middle - at(cm)},${y(Math.min(cm, vessel.heightCm))} ${middle + at(cm)},${y(Math.min(cm, vessel.heightCm))} ${middle + at(0)},${FOOT}`;
    const rim = vessel.heightCm;
    const bowl =
      vessel.shape === 'bowl'
        ? `M ${middle - half},${y(rim)} C ${middle - half},${FOOT + 4} ${middle - half / 2},${FOOT} ${middle},${FOOT} C ${middle + half / 2},${FOOT} ${middle + half},${FOOT + 4} ${middle + half},${y(rim)}`
        : undefined;
    const dome = risenCm > rim ? `M ${middle - half},${y(rim)} Q ${middle},${y(Math.min(risenCm, rim * 2) + (risenCm - rim) * 0.6)} ${middle + half},${y(rim)} Z` : undefined;
    return {
      wall: bowl ?? `M ${middle - half},${y(rim)} L ${middle - at(0)},${FOOT} L ${middle + at(0)},${FOOT} L ${middle + half},${y(rim)}`,
      risen: side(Math.min(risenCm, rim)),
      raw: side(Math.min(rawCm, rim)),
      dome,
      rawY: y(Math.min(rawCm, rim)),
      across: `${showNumber(across, across < 10 ? 1 : 0)} cm`,
      high: `${showNumber(rim, 1)} cm`,
      x: middle + half + 4,
      highY: y(rim / 2),
      middle,
      isBowl: bowl !== undefined,
      box: `0 ${Math.max(Math.min(y(rim), y(Math.min(risenCm, rim * 2))) - 14, 0)} ${WIDE} ${HIGH - Math.max(Math.min(y(rim), y(Math.min(risenCm, rim * 2))) - 14, 0)}`,
    };
  });
}
