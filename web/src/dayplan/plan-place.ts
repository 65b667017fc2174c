import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { APPLIANCES, type Busy, HOME_ROOM, type PlannedStep } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { formatISO, parse, parseISO } from 'date-fns';
import { bakeActions } from '../state/bake.actions';
import { ovenActions } from '../state/oven.feature';
import { planActions, planUrl } from '../state/plan.feature';
import { PlanDesk } from '../state/planDesk';
import { PlanHeat } from '../state/planHeat';
import { Preferences } from '../state/preferences';
import { shelfActions } from '../state/shelf.feature';
import { Chart, type EChartsType } from '../ui/chart';
import { Choice, type Option } from '../ui/choice';
import { DayField } from '../ui/day-field';
import { showNumber } from '../ui/figures';
import { type MoreItem, MoreMenu } from '../ui/more-menu';
import { showTemperature } from '../ui/temperature';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { Skeleton } from '../ui/zorro/skeleton';
import { dayChart, lanesOf } from './dayChart';
import { DayClashes } from './day-clashes';
import { DayDeeds } from './dayDeeds';
import { DayTreats } from './day-treats';
import { dragBars } from './drag';
import { BUSY_WORDS, ROOM_WORDS, SAY } from './words';
import { LOCALE } from '../ui/locale';
import { Stands } from '../ui/stands';

type From = 'serving' | 'now';
const FIVE_MIN = 300;

/** A day: what is served when, what is done when, and what is next. */
@Component({
  selector: 'fm-plan-place',
  imports: [Button, Chart, Choice, DayClashes, DayField, DayTreats, Field, MoreMenu, RouterLink, Skeleton, Stands],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-place.html',
  styleUrl: './plan-place.less',
})
export class PlanPlace {
  protected readonly say = SAY;
  protected readonly roomWords = ROOM_WORDS;
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly preferences = inject(Preferences);
  private readonly told = inject(Told);
  private readonly destroyed = inject(DestroyRef);
  protected readonly desk = inject(PlanDesk);
  protected readonly deeds = inject(DayDeeds);
  private readonly heat = inject(PlanHeat);
  readonly id = input.required<string>();
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly isTable = signal(false);
  /** A bar that is being dragged, and where to. */
  private readonly moved = signal<{ readonly id: string; readonly startS: number } | undefined>(undefined);
  private readonly clock = new Intl.DateTimeFormat(LOCALE, { timeStyle: 'short' });
  private readonly longDay = new Intl.DateTimeFormat(LOCALE, { weekday: 'long', day: 'numeric', month: 'long' });
  protected readonly froms: readonly Option<From>[] = [
    { value: 'serving', label: SAY.fromServing },
    { value: 'now', label: SAY.fromNow },
  ];
  protected readonly more = computed((): readonly MoreItem[] => [{ words: SAY.thisDay, run: () => this.remove() }]);
  protected readonly calendarUrl = computed(() => planUrl(this.id(), '/plan.ics'));
  protected readonly dayWords = computed(() => {
    const serveAt = this.desk.plan()?.serveAt;
    return serveAt === undefined ? '' : this.longDay.format(parseISO(serveAt));
  });
  protected readonly serveDay = computed(() => {
    const serveAt = this.desk.plan()?.serveAt;
    return serveAt === undefined ? undefined : formatISO(parseISO(serveAt), { representation: 'date' });
  });
  protected readonly serveTime = computed(() => {
    const serveAt = this.desk.plan()?.serveAt;
    return serveAt === undefined ? '' : formatISO(parseISO(serveAt), { representation: 'time' }).slice(0, 5);
  });
  protected readonly heading = computed(() =>
    this.desk.plan()?.from === 'now' ? SAY.forwardFrom(this.time(this.desk.nowS())) : SAY.backFrom(this.time(Date.parse(this.desk.plan()?.serveAt ?? '') / 1000)),
  );

  protected readonly treatCount = computed(() => Object.keys(this.desk.plan()?.treats ?? {}).length);
  protected readonly room = computed(() => {
    const [plan, ask] = [this.desk.plan(), this.desk.ask()];
    const used = new Set<Busy>(ask?.treats.flatMap(({ steps }) => steps.flatMap(({ busy }) => busy ?? [])));
    return (['you', ...APPLIANCES] as const).filter((busy) => busy === 'you' || used.has(busy)).map((busy) => ({ busy, count: plan?.room[busy] ?? HOME_ROOM[busy] }));
  });

  /** Every step in the order of the clock, with what is known of it. */
  protected readonly rows = computed(() => {
    const [day, plan, ask] = [this.desk.day(), this.desk.plan(), this.desk.ask()];
    const title = (treatId: string): string => ask?.treats.find(({ id }) => id === treatId)?.title ?? '';
    return [...(day?.steps ?? [])]
      .sort((a, b) => a.startS - b.startS || a.endS - b.endS)
      .map((one) => {
        const held = plan?.held[one.step.id];
        const state = held === undefined ? 'to come' : held.endAt !== undefined ? 'done' : held.by === 'begun' ? 'begun' : 'pinned';
        const busy = [
          ...(one.step.needsYou ? [BUSY_WORDS.you] : []),
          ...(one.step.busy ? [BUSY_WORDS[one.step.busy]] : []),
          ...(one.step.ovenC === undefined ? [] : [showTemperature(one.step.ovenC, this.preferences.settings().temperature)]),
        ].join(', ');
        return {
          one,
          state,
          title: title(one.treatId),
          at: this.time(one.startS),
          field: formatISO(one.startS * 1000, { representation: 'time' }).slice(0, 5),
          minutes: SAY.minutes(showNumber(Math.round((one.endS - one.startS) / 60), 0)),
          busy,
        };
      });
  });

  /** What hands are wanted for from now on: steps, ovens to be heated, looks. */
  protected readonly next = computed(() => {
    const day = this.desk.day();
    const steps = this.rows().filter(({ one, state }) => state !== 'done' && (one.step.needsYou || state === 'begun' || one.step.ovenC !== undefined));
    // A treat is gone on with at its first step that is not done.
    const firsts = new Set(
      this.rows()
        .reduceRight((first, row) => (row.state === 'done' ? first : first.set(row.one.treatId, row.one.step.id)), new Map<string, string>())
        .values(),
    );
    const items = steps.map((row) => ({
      at: row.one.startS,
      row,
      isFirst: firsts.has(row.one.step.id),
      words: row.one.step.words,
      note: this.noteOf(row.one, row.state, row.title),
    }));
    const heats = (day?.heatings ?? [])
      .filter(({ endS }) => endS > this.desk.nowS())
      .map(({ startS, ovenC }) => ({
        at: startS,
        row: undefined,
        isFirst: false,
        words: SAY.heatTheOven(showTemperature(ovenC, this.preferences.settings().temperature)),
        note: '',
      }));
    return [...items, ...heats].sort((a, b) => a.at - b.at).map((item) => ({ ...item, time: this.time(item.at) }));
  });

  protected readonly lanes = computed(() => {
    const [day, ask] = [this.desk.day(), this.desk.ask()];
    return day && ask ? lanesOf(day, ask.treats) : [];
  });
  private readonly span = computed(() => {
    const bars = this.lanes().flatMap((lane) => lane.bars);
    const served = Object.values(this.desk.day()?.served ?? {});
    const hour = 3600;
    return {
      fromS: Math.floor(Math.min(...bars.map(({ startS }) => startS)) / hour) * hour,
      toS: Math.ceil((Math.max(...served, ...bars.map(({ endS }) => endS)) + 900) / hour) * hour,
    };
  });
  protected readonly chart = computed(() => {
    if (this.lanes().length === 0) return undefined;
    return dayChart({
      lanes: this.lanes(),
      ...this.span(),
      nowS: this.desk.nowS(),
      serveS: [...new Set(Object.values(this.desk.day()?.served ?? {}))],
      clock: this.clock,
      moved: this.moved(),
    });
  });
  protected readonly chartWords = computed(() => SAY.wholeDay(this.time(this.span().fromS), this.time(this.span().toS)));

  constructor() {
    this.store.dispatch(shelfActions.wanted({ query: {} }));
    this.store.dispatch(ovenActions.wanted());
    if (this.heat.vessels().length === 0) this.store.dispatch(bakeActions.vesselsWanted());
    effect(() => {
      const id = this.id();
      untracked(() => this.desk.open(id));
    });
    this.destroyed.onDestroy(() => this.store.dispatch(planActions.closed()));
  }

  private time(seconds: number): string {
    return Number.isFinite(seconds) ? this.clock.format(seconds * 1000) : '';
  }

  private noteOf(one: PlannedStep, state: string, title: string): string {
    if (state === 'begun' && one.step.lookS !== undefined) return SAY.also(SAY.lookAt(this.time(one.startS + one.step.lookS)), SAY.likelyDone(this.time(one.endS)));
    if (state === 'begun') return SAY.likelyDone(this.time(one.endS));
    return title;
  }

  protected rename(name: string): void {
    if (name.trim()) this.desk.change({ name: name.trim() });
  }

  protected serveOn(day: string, time: string): void {
    const at = parse(`${day} ${time.trim().replace('.', ':')}`, 'yyyy-MM-dd H:mm', 0);
    const isTime = !Number.isNaN(at.getTime());
    this.fault.set(isTime ? undefined : SAY.giveATime);
    if (isTime) this.desk.change({ serveAt: at.toISOString() });
  }

  protected choose(from: From): void {
    this.desk.change({ from });
  }

  protected add(formulaId: string): void {
    const plan = this.desk.plan();
    if (!plan) return;
    const place = Math.max(-1, ...Object.values(plan.treats).map((one) => one.place)) + 1;
    this.desk.change({ treats: { [crypto.randomUUID().slice(0, 8)]: { formulaId, place } } });
  }

  protected take(id: string): void {
    const treat = this.desk.plan()?.treats[id];
    if (!treat) return;
    this.desk.change({ treats: { [id]: null } });
    this.told.undoable(SAY.takenOff(this.titleOf(id)), () => this.desk.change({ treats: { [id]: treat } }));
  }

  private titleOf(id: string): string {
    const formulaId = this.desk.plan()?.treats[id]?.formulaId ?? '';
    return this.desk.stored()?.formulas[formulaId]?.title ?? '';
  }

  protected make(busy: Busy, count: number): void {
    if (count >= 1 && count <= 20) this.desk.change({ room: { [busy]: count } });
  }

  protected undoBegin(id: string): void {
    this.desk.hold(id, null);
  }

  /** A step is put to a time of its day by hand. */
  protected pin(one: PlannedStep, text: string): void {
    const day = formatISO(one.startS * 1000, { representation: 'date' });
    const at = parse(`${day} ${text.trim().replace('.', ':')}`, 'yyyy-MM-dd H:mm', 0);
    const isTime = !Number.isNaN(at.getTime());
    this.fault.set(isTime ? undefined : SAY.giveATime);
    if (isTime && Math.abs(at.getTime() / 1000 - one.startS) >= 30) this.desk.hold(one.step.id, { startAt: at.toISOString(), by: 'pinned' });
  }

  protected listen(chart: EChartsType): void {
    dragBars(chart, {
      barAt: (seconds, row) => this.lanes()[row]?.bars.find((bar) => !bar.isHeating && seconds >= bar.startS && seconds <= bar.endS),
      move: (moved) => this.moved.set(moved),
      drop: ({ id, startS }) => {
        this.moved.set(undefined);
        const held = this.desk.plan()?.held[id];
        if (held?.by === 'begun') return;
        this.desk.hold(id, { startAt: new Date(Math.round(startS / FIVE_MIN) * FIVE_MIN * 1000).toISOString(), by: 'pinned' });
        this.told.undoable(SAY.isPinned, () => this.desk.hold(id, held ?? null));
      },
    });
  }

  private remove(): void {
    const [stored, plan] = [this.desk.stored(), this.desk.plan()];
    if (!stored || !plan) return;
    const head = { id: stored.id, name: plan.name, serveAt: plan.serveAt, titles: [] };
    this.desk.remove(head).subscribe((removed) => {
      this.fault.set(removed.ok ? undefined : removed.words);
      if (!removed.ok) return;
      this.told.undoable(SAY.takenOff(plan.name), () => this.store.dispatch(planActions.restore({ head })));
      void this.router.navigate(['/bakes']);
    });
  }

  protected retry(): void {
    this.desk.open(this.id());
  }
}
