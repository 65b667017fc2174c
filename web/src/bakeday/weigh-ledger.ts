import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ledgerOf } from '@fellmist/core';
import { BakeDesk } from '../state/bakeDesk';
import { roleAmount, RoleTrack, trackOf } from '../parts/role-track';
import { SAY } from './words';

/** The balance of the batch as it was poured so far, beside the plan's. */
@Component({
  selector: 'fm-weigh-ledger',
  imports: [RoleTrack],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './weigh-ledger.html',
  styleUrl: './weigh-ledger.less',
})
export class WeighLedger {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  protected readonly rows = computed(() => {
    const [plan, real, product] = [this.desk.plan(), this.desk.real(), this.desk.product()];
    if (!plan || !real) return [];
    return ledgerOf(plan.measures, real.measures, product)
      .filter(({ band }) => band !== undefined)
      .map((row) => {
        const track = trackOf(row, product?.bands.ice !== undefined);
        const spoken = SAY.pouredAndPlan(track.name, roleAmount(row.role, row.rebuild), roleAmount(row.role, row.original), track.strain);
        return { track, spoken, strain: track.strain };
      });
  });
}
