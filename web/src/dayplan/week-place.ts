import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, RouterLink } from '@angular/router';
import type { WeekItem } from '@fellmist/contract';
import type { Figures } from '@fellmist/core';
import { heldTogether, ofPortions, type EatenShare, weekOf } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { addDays, formatISO, isValid, parseISO, startOfWeek } from 'date-fns';
import { KeptList } from '../parts/kept-list';
import { keptFeature } from '../state/kept.feature';
import { Preferences } from '../state/preferences';
import { weekActions, weekFeature } from '../state/week.feature';
import { showPortions } from '../ui/portionWords';
import { firstDayOfWeek, today } from '../ui/day';
import { showSum } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { Skeleton } from '../ui/zorro/skeleton';
import { Switch } from '../ui/zorro/switch';
import { Value } from '../ui/zorro/value';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

const DAYS = 7;
const isoDay = (date: Date): string => formatISO(date, { representation: 'date' });

/** A week: what is planned, what was baked, what was eaten as far as it was told, and what is there. */
@Component({
  selector: 'fm-week-place',
  imports: [Button, KeptList, RouterLink, Skeleton, Switch, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './week-place.html',
  styleUrl: './week-place.less',
})
export class WeekPlace {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly preferences = inject(Preferences);
  private readonly asked = toSignal(inject(ActivatedRoute).queryParamMap);
  private readonly loaded = this.store.selectSignal(weekFeature.selectWeekState);
  private readonly kept = this.store.selectSignal(keptFeature.selectKept);
  protected readonly failure = computed(() => this.loaded().failure);
  protected readonly isOff = computed(() => this.preferences.settings().weekIsOff ?? false);
  protected readonly byName = signal(false);
  private readonly dayNames = new Intl.DateTimeFormat(LOCALE, { weekday: 'long', day: 'numeric', month: 'short' });

  private readonly first = computed(() => {
    const asked = parseISO(this.asked()?.get('from') ?? '');
    return startOfWeek(isValid(asked) ? asked : parseISO(today()), { weekStartsOn: firstDayOfWeek() });
  });
  protected readonly before = computed(() => isoDay(addDays(this.first(), -DAYS)));
  protected readonly after = computed(() => isoDay(addDays(this.first(), DAYS)));
  protected readonly span = computed(() => this.dayNames.formatRange(this.first(), addDays(this.first(), DAYS - 1)));

  private readonly week = computed(() => {
    const { page, from } = this.loaded();
    const first = this.first();
    if (!page || from !== first.toISOString()) return undefined;
    const days = Array.from({ length: DAYS }, (_, i) => isoDay(addDays(first, i)));
    return weekOf(page.items, days, (iso) => isoDay(parseISO(iso)));
  });
  protected readonly days = computed(() =>
    this.week()?.map(({ on, planned, baked, eaten, all, each }) => ({
      on,
      name: this.dayNames.format(parseISO(on)),
      isToday: on === today(),
      deeds: [
        ...planned.map((item) => this.said(SAY.toBakeWord, item)),
        ...baked.map((item) => this.said(SAY.bakedWord, item)),
        ...eaten.map((item) => this.said(SAY.eatenWord, item)),
      ],
      shares: this.byName() ? each.map((share) => this.sum(share.name || SAY.nobodyNamed, share)) : eaten.length > 1 ? [this.sum(SAY.eatenInAll, all)] : [],
    })),
  );
  protected readonly hasNames = computed(() => (this.week() ?? []).some(({ each }) => each.some(({ name }) => name !== '')));
  protected readonly total = computed(() => {
    const told = (this.week() ?? []).flatMap(({ all }) => (all.portions > 0 ? [all] : []));
    const portions = told.reduce((sum, one) => sum + one.portions, 0);
    return told.length > 1 ? this.sum(SAY.eatenAsTold, { portions, holds: heldTogether(told) }) : undefined;
  });
  protected readonly there = computed(() => {
    const kept = this.kept();
    if (kept.length === 0) return '';
    const portions = kept.reduce((sum, { left }) => sum + left, 0);
    return SAY.thereAre(showPortions(portions), this.held(heldTogether(kept.map(({ portion, left }) => ({ holds: ofPortions(portion, left) })))));
  });

  constructor() {
    // Whatever is eaten in the meantime changes the week.
    effect(() => {
      this.kept();
      const first = this.first();
      if (!this.isOff()) untracked(() => this.load(first));
    });
  }

  protected load(first = this.first()): void {
    this.store.dispatch(weekActions.wanted({ from: first.toISOString(), to: addDays(first, DAYS).toISOString() }));
  }

  private said(word: string, item: WeekItem) {
    const { id, title, planId, bakeId, kind, name } = item;
    const link = kind === 'planned' && planId !== undefined ? ['/bakes/day', planId] : ['/bakes', bakeId ?? ''];
    return { id, word, title, name, link, isSoft: kind !== 'eaten', cells: this.cells(item) };
  }

  private sum(name: string, share: Pick<EatenShare, 'portions' | 'holds'>) {
    return { name, cells: this.cells(share) };
  }

  private cells({ portions, holds }: Pick<EatenShare, 'portions' | 'holds'>): readonly string[] {
    const figures = [this.preferences.energyFigure(), 'proteinG', 'netCarbG'] as const;
    return [showPortions(portions), ...figures.map((key) => (holds ? showSum(holds[key], 0) : SAY.unknown))];
  }

  private held(holds: Figures | undefined): string {
    if (!holds) return SAY.nobodyKnows;
    return SAY.holds(showSum(holds[this.preferences.energyFigure()], 0), this.preferences.energyUnit(), showSum(holds.proteinG, 0), showSum(holds.netCarbG, 0));
  }

  protected readonly heads = computed(() => [SAY.portionsHead, this.preferences.energyUnit(), SAY.proteinHead, SAY.netCarbsHead]);
}
