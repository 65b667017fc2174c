import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { capacityMl, isOwn, type Vessel } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { OwnVessel } from '../parts/own-vessel';
import { bakeActions } from '../state/bake.actions';
import { BakeDesk } from '../state/bakeDesk';
import { HouseholdOven } from '../state/householdOven';
import { ovenActions } from '../state/oven.feature';
import { showNumber } from '../ui/figures';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { Switch } from '../ui/zorro/switch';
import { Value } from '../ui/zorro/value';
import { SAY } from './words';

/** The household's own tins, bowls and jars, and what is known of its oven. */
@Component({
  selector: 'fm-kitchen-desk',
  imports: [Button, OwnVessel, Switch, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './kitchen-desk.html',
  styleUrl: './house.less',
})
export class KitchenDesk {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly desk = inject(BakeDesk);
  private readonly told = inject(Told);
  protected readonly oven = inject(HouseholdOven);
  protected readonly isAdding = signal(false);

  protected readonly rows = computed(() =>
    this.desk
      .vessels()
      .filter(isOwn)
      .map((vessel) => ({ vessel, words: this.wordsOf(vessel) })),
  );

  protected readonly ovenWords = computed(() => {
    const { factor, bakes } = this.oven.factorFor(undefined);
    return bakes === 0 ? SAY.ovenUnknown : SAY.ovenTakes(showNumber(factor, 2), bakes);
  });

  constructor() {
    this.store.dispatch(bakeActions.vesselsWanted());
    this.store.dispatch(ovenActions.wanted());
  }

  private wordsOf(vessel: Vessel): string {
    const { emptyG, measuredMl } = vessel;
    const holds = measuredMl === undefined ? SAY.holdsBySizes(showNumber(capacityMl(vessel), 0)) : SAY.holdsWeighed(showNumber(capacityMl(vessel), 0));
    return [holds, ...(emptyG === undefined ? [] : [SAY.weighsEmpty(showNumber(emptyG, 0))])].join(', ');
  }

  protected forget(vessel: Vessel): void {
    this.told.undoable(SAY.forgot(vessel.name), this.desk.forgetVessel(vessel));
  }

  protected forgetOven(): void {
    this.told.undoable(SAY.forgot(SAY.theOven), this.oven.forget());
  }
}
