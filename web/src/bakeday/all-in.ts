import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { emptyPack, formatAmount } from '@fellmist/core';
import { type OwnPieces, ownPieces } from '@fellmist/core/bake';
import { IntoStock } from '../parts/into-stock';
import { BakeDesk } from '../state/bakeDesk';
import { LarderDesk } from '../state/larderDesk';
import { showNumber } from '../ui/figures';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { isToBake, TABS } from './tabs';
import { SAY } from './words';

/** Everything is in the bowl: what comes next, the oven or what came out. */
@Component({
  selector: 'fm-all-in',
  imports: [Button, IntoStock, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './all-in.html',
  styleUrl: './all-in.less',
})
export class AllIn {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  private readonly larderDesk = inject(LarderDesk);
  private readonly told = inject(Told);
  readonly id = input.required<string>();
  protected readonly words = computed(() => {
    const heat = this.desk.heat();
    return heat === 'none' ? SAY.tasteThenWeigh : heat === undefined ? SAY.finishItThenWeigh : SAY.bakeItThenWeigh;
  });
  protected readonly fault = signal<string | undefined>(undefined);
  /** What was counted and weighs otherwise than usual, each with the pack on which it is noted, if it is. */
  protected readonly pieces = computed(() => {
    const bake = this.desk.bake();
    const grams = (each: number): string => showNumber(each, each < 20 ? 1 : 0);
    return (bake ? ownPieces(bake) : []).map((piece) => {
      const { lineId, foodId, word, count, eachG, usualG } = piece;
      const name = this.desk.larder()?.foods.get(foodId)?.name ?? '';
      const counted = formatAmount({ value: Number(count.toFixed(2)), unit: word });
      const noted = this.larderDesk.packs().find(({ pack }) => (pack.id === foodId || pack.kindId === foodId) && Math.abs((pack.measuresG[word] ?? 0) - eachG) < 0.1)?.pack;
      return { lineId, piece, noted, words: SAY.piecesWeigh(name, counted, grams(eachG), grams(usualG)), packName: SAY.packNamed(name, word, grams(eachG)) };
    });
  });
  protected readonly next = computed(() => {
    const heat = this.desk.heat();
    return isToBake(heat, this.desk.bake()) ? TABS[heat ?? 'none'] : SAY.whatCameOut;
  });

  /** On the pack that it came from, or on a new one of its kind: the next recipe that takes it counts it so. */
  protected note({ foodId, word, eachG }: OwnPieces, name: string): void {
    const before = this.larderDesk.storedPack(foodId);
    const pack = before?.pack ?? { ...emptyPack(`pack-${crypto.randomUUID()}`, foodId), name };
    this.larderDesk.savePack({ ...pack, measuresG: { ...pack.measuresG, [word]: Number(eachG.toFixed(1)) } }, before?.version ?? 0).subscribe((saved) => {
      this.fault.set(saved.ok ? undefined : saved.words);
      if (!saved.ok) return;
      this.told.undoable(SAY.notedOn(pack.name), () => {
        if (before) this.larderDesk.savePack(before.pack, saved.stored.version).subscribe();
        else this.larderDesk.removePack(saved.stored).subscribe();
      });
    });
  }
}
