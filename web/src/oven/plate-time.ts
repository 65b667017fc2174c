import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { mainPart } from '@fellmist/core';
import { fitOf, griddling, leftFor, PLATE_C, thermalOf } from '@fellmist/core/bake';
import { BakeDesk } from '../state/bakeDesk';
import { Preferences } from '../state/preferences';
import { Timers } from '../state/timers';
import { showNumber } from '../ui/figures';
import { numberWithin } from '../ui/numbers';
import { fieldTemperature, readTemperature } from '../ui/temperature';
import { Stands } from '../ui/stands';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

/** A low oven that keeps the first pieces warm. Common practice. */
const WARM_C = 90;

/** On a hot plate or in an iron: how many at once, how long a side, how long the first wait. */
@Component({
  selector: 'fm-plate-time',
  imports: [Button, Field, Stands],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plate-time.html',
})
export class PlateTime {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  private readonly timers = inject(Timers);
  private readonly preferences = inject(Preferences);
  protected readonly fault = signal<string | undefined>(undefined);
  private readonly plateC = signal<number>(PLATE_C.usual);
  protected readonly unit = computed(() => this.preferences.settings().temperature);
  protected readonly field = computed(() => fieldTemperature(this.plateC(), this.unit()));

  /** What the batter is made into: as it will be divided, else a piece a portion. */
  protected readonly pieces = computed(() => {
    const bake = this.desk.bake();
    return bake?.portioning.by === 'number' ? bake.portioning.count : (bake?.exact.portions ?? 0);
  });

  /** What is poured has a thickness, by which a side's time is reckoned; a slice has its own. */
  protected readonly isPoured = computed(() => this.desk.product()?.thickCm !== undefined);

  protected readonly plate = computed(() => {
    const [bake, larder, volume, product] = [this.desk.bake(), this.desk.larder(), this.desk.volume(), this.desk.product()];
    const part = bake && larder && mainPart(bake.exact, larder);
    const thermal = part && thermalOf(part, larder);
    if (!bake?.vessel || !volume || !thermal) return undefined;
    const fit = fitOf(bake.vessel.vessel, bake.vessel.count, volume, product);
    return griddling({ fit, volume, thermal, product, plateC: this.plateC(), pieces: this.pieces() });
  });
  protected readonly words = computed(() => {
    const plate = this.plate();
    if (!plate) return undefined;
    const minutes = (seconds: number): string => showNumber(seconds / 60, seconds < 600 ? 1 : 0);
    const vessel = this.desk.bake()?.vessel?.vessel;
    if (vessel && this.pieces() < plate.leastPieces) {
      return {
        size: SAY.piecesTooWide(showNumber(plate.acrossCm, 0), showNumber(vessel.acrossCm, 0), showNumber(plate.leastPieces, 0)),
        sides: '',
        all: '',
        waits: '',
        isTooWide: true,
      };
    }
    const { fits, acrossCm, batches, last, firstSideS, secondSideS, totalS, waitsS } = plate;
    const size = SAY.fitAtOnce(showNumber(fits, 0), showNumber(acrossCm, 0), showNumber(batches, 0), showNumber(last, 0));
    const sides = secondSideS > 0 ? SAY.sidesTake(minutes(firstSideS), minutes(secondSideS)) : SAY.ironTakes(minutes(firstSideS));
    const waits = waitsS > 0 ? SAY.firstWait(minutes(waitsS), fieldTemperature(WARM_C, this.unit()), this.unit()) : '';
    return { size, sides, all: SAY.allTakes(minutes(totalS)), waits, isTooWide: false };
  });

  /** What is still in the bowl, weighed. */
  protected readonly leftG = signal<number | undefined>(undefined);
  protected readonly leftWords = computed(() => {
    const [plate, leftG, bake, volume] = [this.plate(), this.leftG(), this.desk.bake(), this.desk.volume()];
    if (!plate || leftG === undefined || !bake || !volume) return '';
    const left = leftFor(plate, leftG, volume.massG / this.pieces());
    if (left.pieces === 0) return SAY.notEnoughLeft;
    return SAY.leftForMore(showNumber(left.pieces, 0), showNumber(left.batches, 0), left.batches === 1 ? SAY.batchWord : SAY.batchesWord, showNumber(left.seconds / 60, 0));
  });

  protected makePieces(text: string): void {
    const count = numberWithin(text, 1, 200);
    if (count !== undefined) this.desk.tell({ kind: 'portioned', into: { by: 'number', count: Math.round(count) } });
  }

  protected giveLeft(text: string): void {
    this.leftG.set(numberWithin(text, 1, 20_000));
  }

  protected give(text: string): void {
    const read = readTemperature(text, this.unit(), PLATE_C.least, PLATE_C.most);
    this.fault.set('error' in read ? (/\d/.test(text) ? read.error : SAY.giveOvenDegrees) : undefined);
    if ('tempC' in read) this.plateC.set(read.tempC);
  }

  protected time(): void {
    const [plate, stored] = [this.plate(), this.desk.stored()];
    if (!plate || !stored) return;
    const says = plate.secondSideS > 0 ? SAY.turnThem(this.desk.product()?.doneness ?? '') : (this.desk.product()?.doneness ?? '');
    this.timers.set({ bakeId: stored.id, title: this.desk.bake()?.plan.title ?? '' }, SAY.firstSide, plate.firstSideS, says);
  }
}
