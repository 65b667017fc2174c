import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { classOf, type Formula, type ProductClass } from '@fellmist/core';
import { ownTime, type PlannedTreat, type Vessel } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { Desk } from '../state/desk';
import { PlanDesk } from '../state/planDesk';
import { PlanHeat } from '../state/planHeat';
import { shelfFeature } from '../state/shelf.feature';
import type { Option } from '../ui/choice';
import { showNumber } from '../ui/figures';
import { numberWithin } from '../ui/numbers';
import { Picker } from '../ui/pick';
import { showTemperature } from '../ui/temperature';
import { Preferences } from '../state/preferences';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';
import { Stands } from '../ui/stands';

const minutes = (seconds: number): string => showNumber(Math.round(seconds / 60), 0);

/** The treats of a day, each with the tin it goes into and what that takes. */
@Component({
  selector: 'fm-day-treats',
  imports: [Button, Field, Picker, RouterLink, Stands],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './day-treats.html',
  styleUrl: './day-treats.less',
})
export class DayTreats {
  protected readonly say = SAY;
  protected readonly desk = inject(PlanDesk);
  private readonly heat = inject(PlanHeat);
  private readonly tables = inject(Desk).tables;
  private readonly preferences = inject(Preferences);
  private readonly shelf = inject(Store).selectSignal(shelfFeature.selectListed);
  readonly take = output<string>();
  readonly add = output<string>();
  private readonly clock = new Intl.DateTimeFormat(LOCALE, { timeStyle: 'short' });
  protected readonly formulas = computed(() => (this.shelf() ?? []).map(({ id, title }) => ({ value: id, label: title })));

  protected readonly treats = computed(() => {
    const [plan, ask, day] = [this.desk.plan(), this.desk.ask(), this.desk.day()];
    return Object.entries(plan?.treats ?? {})
      .sort(([, a], [, b]) => a.place - b.place)
      .map(([id, treat]) => {
        const [formula, served] = [this.desk.stored()?.formulas[treat.formulaId], day?.served[id]];
        const product = this.productOf(formula);
        const known = ask?.treats.find((one) => one.id === id);
        return {
          id,
          treat,
          index: ask?.treats.findIndex((one) => one.id === id) ?? -1,
          title: known?.title ?? SAY.treatGone,
          served: served === undefined ? '' : SAY.servedWith(this.clock.format(served * 1000)),
          tins: this.tinsFor(product),
          time: formula ? this.timeWords(id, treat, formula, product) : '',
        };
      });
  });

  private productOf(formula: Formula | undefined): ProductClass | undefined {
    const tables = this.tables();
    return formula && tables ? classOf(formula, tables) : undefined;
  }

  /** What such a treat is baked in, or on; nothing for one that is neither, or lies in pieces on a sheet. */
  private tinsFor(product: ProductClass | undefined): readonly Option<string>[] {
    const isFor = ({ use }: Vessel): boolean =>
      (product?.heat === 'oven' && product.volume?.fill !== undefined && use === 'bake') || (product?.heat === 'griddle' && use === 'griddle');
    return this.heat
      .vessels()
      .filter(isFor)
      .map(({ id, name }) => ({ value: id, label: name }));
  }

  /** Whose time the day goes by: the recipe's own, the one reckoned for the tin, or one that is common for the kind. */
  private timeWords(id: string, { vesselId, ovenC }: PlannedTreat, formula: Formula, product: ProductClass | undefined): string {
    const [own, reckoned] = [product?.heat === 'oven' ? ownTime(formula.method) : undefined, this.heat.reckoned()[id]];
    const at = ovenC === undefined ? '' : SAY.atSetting(showTemperature(ovenC, this.preferences.settings().temperature));
    if (own) return SAY.recipesTime(showNumber(own.high, 0), at);
    if (reckoned) return (product?.heat === 'griddle' ? SAY.plateTime : SAY.tinTime)(minutes(reckoned.bakeS), at);
    return vesselId === undefined ? SAY.commonTime(at) : SAY.noTimeForIt(at);
  }

  protected giveTins(id: string, text: string): void {
    const count = numberWithin(text, 1, 20);
    if (count !== undefined) this.desk.changeTreat(id, { count: Math.round(count) });
  }
}
