import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { BAKES_AT_A_TIME, type BakeHead, type StoredFormula } from '@fellmist/contract';
import { Store } from '@ngrx/store';
import { Asking } from '../state/asking';
import { bakeActions } from '../state/bake.actions';
import { BakeDesk } from '../state/bakeDesk';
import { bakeFeature } from '../state/bake.feature';
import { Preferences } from '../state/preferences';
import { shelfActions, shelfFeature } from '../state/shelf.feature';
import { PlanList } from '../dayplan/plan-list';
import { KeptList } from '../parts/kept-list';
import { Picker } from '../ui/pick';
import { firstRows } from '../ui/firstRows';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { Skeleton } from '../ui/zorro/skeleton';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

/** All bakes, those under way first and then by their days, and a new one of what is on the shelf. */
@Component({
  selector: 'fm-bakes',
  imports: [Button, KeptList, Picker, PlanList, RouterLink, Skeleton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bakes.html',
  styleUrl: './bakes.less',
})
export class Bakes {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly asking = inject(Asking);
  private readonly router = inject(Router);
  private readonly told = inject(Told);
  private readonly bakeDesk = inject(BakeDesk);
  private readonly preferences = inject(Preferences);
  protected readonly hasWeek = computed(() => !this.preferences.settings().weekIsOff);
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly failure = this.store.selectSignal(bakeFeature.selectListFailure);
  private readonly heads = this.store.selectSignal(bakeFeature.selectHeads);
  private readonly firstHeads = firstRows(this.heads);
  private readonly days = new Intl.DateTimeFormat(LOCALE, { weekday: 'short', day: 'numeric', month: 'short' });
  private readonly shelf = this.store.selectSignal(shelfFeature.selectListed);
  protected readonly formulas = computed(() => (this.shelf() ?? []).map(({ id, title }) => ({ value: id, label: title })));
  /** A formula that another place sent here to be baked. */
  private readonly sent = toSignal(inject(ActivatedRoute).queryParamMap);

  protected readonly rows = computed(() =>
    this.firstHeads()?.map((head) => ({
      head,
      day: this.days.format(new Date(head.begunAt)),
      state: head.isFinished ? SAY.finished : head.events > 1 ? SAY.underWay : SAY.planned,
    })),
  );

  /** A page that is full may have another after it. */
  protected readonly hasOlder = computed(() => {
    const listed = this.heads()?.length ?? 0;
    return listed > 0 && listed % BAKES_AT_A_TIME === 0;
  });

  constructor() {
    // Whoever looks at the list has put the bake away: nothing more is heard of it.
    this.store.dispatch(bakeActions.closed());
    this.store.dispatch(bakeActions.listWanted());
    this.store.dispatch(shelfActions.wanted({ query: {} }));
    const formulaId = this.sent()?.get('of');
    if (formulaId) this.begin(formulaId);
  }

  /** A bake of the formula's last try. */
  protected begin(formulaId: string): void {
    this.fault.set(undefined);
    this.asking
      .ask<StoredFormula>((ask) => shelfActions.lookInto({ ask, id: formulaId }))
      .subscribe((found) => {
        if (!found.ok) {
          this.fault.set(found.words);
          return;
        }
        this.bakeDesk.begin(formulaId, found.value.thisTry.id).subscribe((begun) => {
          if (begun.ok) void this.router.navigate(['/bakes', begun.value], { replaceUrl: this.sent()?.has('of') ?? false });
          else this.fault.set(begun.words);
        });
      });
  }

  protected lookAhead({ id }: BakeHead): void {
    this.store.dispatch(bakeActions.lookAhead({ id }));
  }

  protected remove(head: BakeHead): void {
    this.asking
      .ask((ask) => bakeActions.remove({ ask, head }))
      .subscribe((removed) => {
        this.fault.set(removed.ok ? undefined : removed.words);
        if (removed.ok) this.told.undoable(SAY.tookOff(head.title), () => this.store.dispatch(bakeActions.restore({ head })));
      });
  }

  protected older(): void {
    this.store.dispatch(bakeActions.olderWanted({ after: this.heads()?.length ?? 0 }));
  }

  protected retry(): void {
    this.store.dispatch(bakeActions.listWanted());
  }
}
