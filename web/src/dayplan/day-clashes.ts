import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { type Busy, HOME_ROOM, type Plan, type PlanChange, type WayOut } from '@fellmist/core/bake';
import { PlanDesk } from '../state/planDesk';
import { Preferences } from '../state/preferences';
import { showNumber } from '../ui/figures';
import { showTemperature } from '../ui/temperature';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { BUSY_NAMES, ONE_MORE, SAY } from './words';
import { LOCALE } from '../ui/locale';

interface Way {
  readonly words: string;
  readonly note: string;
  readonly take: () => void;
}

/** What a day cannot do as asked, or did by giving way: who gave way to whom, and what would help, each with one press. */
@Component({
  selector: 'fm-day-clashes',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './day-clashes.html',
})
export class DayClashes {
  protected readonly say = SAY;
  protected readonly desk = inject(PlanDesk);
  private readonly preferences = inject(Preferences);
  private readonly told = inject(Told);
  readonly without = output<string>();
  private readonly clock = new Intl.DateTimeFormat(LOCALE, { timeStyle: 'short' });

  protected readonly clashes = computed(() => {
    const day = this.desk.day();
    return (day?.clashes ?? []).slice(0, 3).map(({ busy, movedId, forId, byS }) => {
      const [moved, other] = [movedId, forId].map((id) => day?.steps.find(({ step }) => step.id === id));
      const title = (treatId: string | undefined): string => this.titleOf(treatId ?? '');
      return SAY.clash(BUSY_NAMES[busy], title(moved?.treatId), title(other?.treatId), showNumber(Math.round(byS / 60), 0), this.time(moved?.startS ?? NaN));
    });
  });

  protected readonly late = computed(() => {
    const [day, ask] = [this.desk.day(), this.desk.ask()];
    if (day?.kind !== 'late') return [];
    return (ask?.treats ?? [])
      .filter(({ id, serveS }) => (day.served[id] ?? 0) > serveS)
      .map(({ id, title, serveS }) => SAY.lateServed(title, this.time(serveS), this.time(day.served[id] ?? 0)));
  });

  protected readonly waysOut = computed((): readonly Way[] => {
    const plan = this.desk.plan();
    return plan ? (this.desk.day()?.waysOut ?? []).map((way) => this.wayOf(way, plan)) : [];
  });

  private wayOf(way: WayOut, plan: Plan): Way {
    if (way.kind === 'without') return { words: SAY.orLess(this.titleOf(way.treatId)), note: '', take: () => this.without.emit(way.treatId) };
    if (way.kind === 'more room') {
      const count = this.countOf(plan, way.busy);
      return { words: ONE_MORE[way.busy], note: SAY.ifThereIs, take: () => this.settle({ room: { [way.busy]: count + 1 } }, { room: { [way.busy]: count } }, ONE_MORE[way.busy]) };
    }
    const setting = showTemperature(way.ovenC, this.preferences.settings().temperature);
    const baked = (this.desk.ask()?.treats ?? []).filter(({ steps }) => steps.some(({ ovenC }) => ovenC !== undefined)).map(({ id }) => id);
    const treats = (ovenC: number | undefined): NonNullable<PlanChange['treats']> =>
      Object.fromEntries(baked.flatMap((id) => (plan.treats[id] ? [[id, { ...plan.treats[id], ovenC: ovenC ?? plan.treats[id].ovenC }]] : [])));
    return {
      words: SAY.bakeAt(setting),
      note: SAY.lookOften,
      take: () => this.settle({ treats: treats(way.ovenC) }, { treats: treats(undefined) }, SAY.bakeAt(setting)),
    };
  }

  private countOf({ room }: Plan, busy: Busy): number {
    return room[busy] ?? HOME_ROOM[busy];
  }

  private settle(change: PlanChange, back: PlanChange, words: string): void {
    this.desk.change(change);
    this.told.undoable(SAY.countsNow(words), () => this.desk.change(back));
  }

  private titleOf(treatId: string): string {
    return this.desk.ask()?.treats.find(({ id }) => id === treatId)?.title ?? '';
  }

  private time(seconds: number): string {
    return Number.isFinite(seconds) ? this.clock.format(seconds * 1000) : '';
  }
}
