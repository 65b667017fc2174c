import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { USUAL_BODY_KG } from '@fellmist/core';
import { Desk } from '../state/desk';
import { Preferences } from '../state/preferences';
import { fieldNumber, numberWithin, showNumber } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { aPortion } from '../ui/portionWords';
import { SAY } from './words';

/** Bodies that limits are told for, kg: a toddler's to the heaviest. */
const [LEAST_KG, MOST_KG] = [10, 300];
/** Share of a day's limit in one portion from which it is marked. House value. */
const MUCH = 0.5;

/** Milligrams as a pack says them: "45 mg", "12 g". */
function amountWords(mg: number): string {
  return mg >= 1000 ? `${showNumber(mg / 1000, mg < 10_000 ? 1 : 0)} g` : `${showNumber(mg, 0)} mg`;
}

/** What a portion brings of sweeteners that have a daily limit, and the share of it for a body weight that may be given. */
@Component({
  selector: 'fm-daily-limits',
  imports: [Button, Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './daily-limits.html',
})
export class DailyLimits {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  protected readonly preferences = inject(Preferences);
  protected readonly usual = fieldNumber(USUAL_BODY_KG, 0);
  protected readonly fault = signal<string | undefined>(undefined);

  protected readonly isAsked = signal(false);

  protected readonly portion = computed(() => aPortion(this.desk.sheet()?.rebuild.portionWord));
  protected readonly typed = computed(() => {
    const bodyKg = this.preferences.bodyKg();
    return bodyKg === undefined ? '' : fieldNumber(bodyKg, 1);
  });
  protected readonly rows = computed(() => {
    const bodyKg = this.preferences.bodyKg() ?? USUAL_BODY_KG;
    return this.desk.dailyShares().map(({ name, mg, mgPerKg, share }) => ({
      name,
      amount: amountWords(mg),
      limit: amountWords(mgPerKg * bodyKg),
      share: share < 0.01 ? SAY.under1 : `${showNumber(share * 100, 0)} %`,
      isMuch: share >= MUCH,
    }));
  });
  protected readonly sources = computed(() =>
    this.desk
      .dailyShares()
      .map(({ name, source }) => `${name}: ${source}.`)
      .join(' '),
  );

  /** A body weight as typed; empty takes it back. */
  protected give(text: string): void {
    const bodyKg = text.trim() === '' ? undefined : numberWithin(text, LEAST_KG, MOST_KG);
    this.fault.set(bodyKg === undefined && text.trim() !== '' ? SAY.giveAWeightFromTo(LEAST_KG, MOST_KG) : undefined);
    if (this.fault() === undefined) this.preferences.weighBody(bodyKg);
  }
}
