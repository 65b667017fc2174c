import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, linkedSignal, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { IN_THE_PAN, sameShareOf } from '@fellmist/core';
import { type Bake, cutPortions, differences, MOST_POUR_G, yieldCheck } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { addDays, formatISO, parseISO } from 'date-fns';
import { bakeActions } from '../state/bake.actions';
import { BakeDesk } from '../state/bakeDesk';
import { bakeFeature } from '../state/bake.feature';
import { Preferences } from '../state/preferences';
import { standingText } from '../parts/standing';
import { StepCautions } from '../parts/step-cautions';
import { Choice, type Option } from '../ui/choice';
import { showChange, showNumber, showRange, showSum } from '../ui/figures';
import { today } from '../ui/day';
import { fieldNumber, numberWithin } from '../ui/numbers';
import { Picker } from '../ui/pick';
import { showPortions } from '../ui/portionWords';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { ROWS } from './after.rows';
import { LeftOver } from './left-over';
import { Plates } from './plates';
import { PortionTable } from './portion-table';
import { SAY } from './after.words';
import { LOCALE } from '../ui/locale';
import { Stands } from '../ui/stands';

type By = 'number' | 'weight' | 'pieces';
/** A difference of less is not told. */
const TOLD_KCAL = 1;
/** Names that are offered beside the way to the tasting sheet, which knows the others. */
const MOST_OFFERED = 3;
/** Of portions: what a division leaves over is no portion. */
const A_CRUMB = 0.05;

/** What came out: the yield, what stayed behind, the portions and their true numbers, and where they are kept. */
@Component({
  selector: 'fm-after-desk',
  imports: [Button, Choice, Field, LeftOver, Picker, Plates, PortionTable, RouterLink, Stands, StepCautions],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './after-desk.html',
  styleUrl: './after-desk.less',
})
export class AfterDesk {
  protected readonly say = SAY;
  protected readonly fieldNumber = fieldNumber;
  private readonly store = inject(Store);
  private readonly preferences = inject(Preferences);
  protected readonly desk = inject(BakeDesk);
  readonly bake = input.required<Bake>();
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly where = linkedSignal<string>(() => (this.desk.soaks() ? SAY.inTheDish : SAY.inTheBowlWhere));
  protected readonly ofPart = signal<string | undefined>(undefined);
  protected readonly stock = this.store.selectSignal(bakeFeature.selectStock);
  protected readonly stockFailure = this.store.selectSignal(bakeFeature.selectStockFailure);
  private readonly reading = this.store.selectSignal(bakeFeature.selectReading);
  private readonly day = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short' });

  private readonly opened = computed(() => this.desk.stored()?.id);

  protected readonly places: readonly Option<string>[] = [SAY.inTheBowlWhere, SAY.onTheBlade, SAY.inTheDish, SAY.inThePan].map((one) => ({ value: one, label: one }));
  protected readonly parts = computed(() => this.bake().real.parts.map(({ id, heading }) => ({ value: id, label: heading || SAY.mainPart })));
  protected readonly ways: readonly Option<By>[] = [
    { value: 'number', label: SAY.equalOnes },
    { value: 'weight', label: SAY.byWeight },
    { value: 'pieces', label: SAY.pieceByPiece },
  ];
  protected readonly by = computed((): By => this.bake().portioning.by);
  protected readonly amountOfWay = computed(() => {
    const into = this.bake().portioning;
    return into.by === 'number' ? fieldNumber(into.count, 2) : into.by === 'weight' ? fieldNumber(into.eachG, 0) : '';
  });
  protected readonly tare = computed(() => {
    const { yield: weighed, vessel, mixedIn } = this.bake();
    const into = vessel ?? mixedIn;
    return weighed?.tareG ?? (into?.vessel.emptyG ?? 0) * (into?.count ?? 1);
  });
  protected readonly check = computed(() => yieldCheck(this.bake(), this.desk.product()));
  protected readonly guessed = computed(() => {
    const views = this.desk.real()?.views;
    return views && views.yield.found !== 'weighed' ? SAY.guessedYield(showNumber(views.yield.lowG, 0), showNumber(views.yield.highG, 0)) : undefined;
  });
  protected readonly unweighed = computed(() => {
    const left = this.bake().lines.filter(({ state }) => state === 'to come').length;
    return left > 0 ? SAY.notWeighed(left) : undefined;
  });

  protected readonly rows = computed(() => {
    const [plan, real] = [this.desk.plan(), this.desk.real()];
    if (!plan || !real) return [];
    const planned = sameShareOf(plan.views, real.views);
    return ROWS.map((row) => {
      const isEnergy = row.key === 'energyKcal';
      const shown = isEnergy ? this.preferences.energyFigure() : row.key;
      const [was, is] = [planned[shown], real.views.portion[shown]];
      return {
        key: row.key,
        name: row.name,
        unit: isEnergy ? this.preferences.energyUnit() : row.unit,
        plan: showSum(was, row.digits),
        real: showSum(is, row.digits),
        range: showRange(is, row.digits),
        change: showChange(was.amount, is.amount, row.digits),
      };
    });
  });
  protected readonly portionWords = computed(() => {
    const views = this.desk.real()?.views;
    return views ? SAY.portionsOf(showPortions(views.portions), this.bake().plan.portionWord, showNumber(views.portionMassG, 0)) : '';
  });

  /** Why it came out otherwise than planned, in foods. */
  protected readonly why = computed(() => {
    const [bake, larder, plan, real] = [this.bake(), this.desk.larder(), this.desk.plan(), this.desk.real()];
    if (!larder || !plan || !real) return undefined;
    const found = differences(bake.plan, bake.real, { plan: real.views.portions, real: real.views.portions }, 'energyKcal', larder, this.preferences.counting());
    const whole = real.views.portion.energyKcal.amount - sameShareOf(plan.views, real.views).energyKcal.amount;
    const told = found.filter(({ amount, byG }) => Math.abs(amount) >= TOLD_KCAL && Math.abs(byG) >= 0.5).slice(0, 3);
    if (Math.abs(whole) < TOLD_KCAL) return undefined;
    const foods = told.map(({ name, byG }) => SAY.moreOrLess(showNumber(Math.abs(byG), 0), byG > 0 ? SAY.more : SAY.less, name.toLowerCase()));
    return SAY.because(showChange(0, this.preferences.inEnergy(whole), 0), this.preferences.energyUnit(), foods.join(', ') || SAY.manySmall);
  });

  protected readonly pieces = computed(() => {
    const real = this.desk.real();
    if (!real) return undefined;
    const { pieces, leftG } = cutPortions(this.bake(), real.totals, real.views.yield.massG);
    return {
      list: pieces.map(({ eventId, name, massG, figures }, i) => ({ id: eventId, name: name || SAY.piece(i + 1), what: '', massG, figures })),
      left: leftG < -2 ? SAY.piecesTooHeavy(showNumber(-leftG, 0)) : SAY.stillThere(showNumber(Math.max(leftG, 0), 0)),
      isOver: leftG < -2,
    };
  });

  protected readonly toppings = computed(() =>
    (this.desk.real()?.atTable ?? []).map(({ partId, heading, portion }) =>
      SAY.withTopping(heading || partId, showNumber(portion[this.preferences.energyFigure()].amount, 0), this.preferences.energyUnit()),
    ),
  );

  protected readonly onScale = computed(() => {
    const reading = this.reading();
    return reading?.kind === 'reading' && reading.isSteady && reading.grams > 0 ? reading.grams : undefined;
  });

  /** Portions that nobody has spoken for yet; undefined while it is not known how many there are. */
  protected readonly rest = computed(() => {
    const portions = this.desk.real()?.views.portions;
    return portions === undefined ? undefined : Math.max(portions - this.bake().given, 0);
  });
  protected readonly restText = computed(() => ((this.rest() ?? 0) > A_CRUMB ? fieldNumber(this.rest() ?? 0, 2) : ''));

  protected readonly keptRows = computed(() =>
    this.bake().kept.map(({ eventId, place, left, useBy }) => ({
      id: eventId,
      place,
      words: SAY.keptIn(showPortions(left), place === 'fridge' ? SAY.fridge : SAY.freezer, useBy === undefined ? '' : this.day.format(parseISO(useBy))),
    })),
  );
  /** What is whipped stands as long as the cold table says of this very mix. */
  protected readonly standing = computed(() => {
    const foam = this.desk.foam();
    return foam && SAY.eatWithin(standingText(foam.standsH));
  });
  protected readonly keeping = computed(() =>
    [this.standing() ? undefined : this.desk.product()?.keeping]
      .flatMap((keeping) => (keeping ? [keeping.words, keeping.thaw && SAY.fromFreezer(keeping.thaw), keeping.reheat && SAY.toWarm(keeping.reheat)] : []))
      .filter(Boolean)
      .join(' '),
  );
  /** Where it is tasted, and by whom that may be, a press each: those with a plate of it come first. */
  protected readonly sheet = computed(() => ['/book/taste', this.desk.stored()?.id]);
  protected readonly tasters = computed(() => this.desk.tasters().slice(0, MOST_OFFERED));
  protected readonly stockWords = computed(() => {
    const stock = this.stock();
    if (!stock) return undefined;
    const short = stock.short.map((id) => (this.desk.foodName(id) ?? id).toLowerCase());
    return [SAY.tookFrom(stock.taken.length), short.length > 0 ? SAY.notInStock(short.join(', ')) : ''].filter(Boolean).join(' ');
  });

  constructor() {
    // Only here is it asked what the bake took: a bake that is opened to be weighed is drawn without it.
    effect(() => {
      if (this.opened() !== undefined) untracked(() => this.store.dispatch(bakeActions.stockWanted()));
    });
    this.store.dispatch(bakeActions.scaleListened());
    inject(DestroyRef).onDestroy(() => this.store.dispatch(bakeActions.scaleLeft()));
  }

  protected weigh(massText: string, tareText: string): void {
    const [massG, tareG] = [numberWithin(massText, 0.1, 1e5), tareText.trim() === '' ? 0 : numberWithin(tareText, 0, 1e4)];
    if (massG === undefined || tareG === undefined) this.fault.set(SAY.giveGrams);
    else if (massG <= tareG) this.fault.set(SAY.lighterThanTin);
    else {
      this.fault.set(undefined);
      this.desk.tell({ kind: 'yield weighed', massG, tareG });
    }
  }

  protected stayed(text: string): void {
    const massG = numberWithin(text, 0.1, 1e5);
    this.fault.set(massG === undefined ? SAY.giveGrams : undefined);
    if (massG !== undefined) this.desk.tell({ kind: 'left behind', where: this.where(), massG, partId: this.ofPart() ?? this.parts()[0]?.value ?? '' });
  }

  /** Fat for the pan, or what went over it: a part of its own, so that the batter is not judged by it. */
  protected addToPan(text: string): boolean {
    const lines = this.desk.readLines(text);
    const isGood = lines.length > 0 && lines.every(({ massG, foodId }) => massG !== undefined && foodId !== undefined && massG <= MOST_POUR_G);
    this.fault.set(isGood ? undefined : SAY.sayWhatAndHowMuch);
    if (isGood) this.desk.tellAdded(IN_THE_PAN.id, lines);
    return isGood;
  }

  protected undo(eventId: string): void {
    this.desk.tell({ kind: 'undone', eventId });
  }

  protected divide(by: By): void {
    const views = this.desk.real()?.views;
    if (by === 'pieces') this.desk.tell({ kind: 'portioned', into: { by } });
    else if (by === 'number') this.desk.tell({ kind: 'portioned', into: { by, count: Math.min(Math.max(Math.round(views?.portions ?? 1), 1), 1000) } });
    else this.desk.tell({ kind: 'portioned', into: { by, eachG: Math.max(Math.round(views?.portionMassG ?? 50), 1) } });
  }

  protected giveWay(text: string): void {
    const value = numberWithin(text, 0.1, 10_000);
    this.fault.set(value === undefined ? SAY.aboveZero : undefined);
    if (value === undefined) return;
    if (this.by() === 'number') this.desk.tell({ kind: 'portioned', into: { by: 'number', count: Math.min(value, 1000) } });
    else this.desk.tell({ kind: 'portioned', into: { by: 'weight', eachG: value } });
  }

  /** A scoop or cup as its weight, by what the batch weighs and fills. An estimate. */
  protected giveScoop(text: string): void {
    const [ml, volume, real, plan] = [numberWithin(text, 1, 2000), this.desk.volume(), this.desk.real(), this.desk.plan()];
    if (ml === undefined || !volume || !real || !plan || volume.risenMl <= 0) {
      this.fault.set(SAY.aboveZero);
      return;
    }
    this.fault.set(undefined);
    const gPerMl = real.views.yield.massG / ((volume.risenMl * real.totals.massG) / plan.totals.massG);
    this.desk.tell({ kind: 'portioned', into: { by: 'weight', eachG: Math.max(Math.round(ml * gPerMl), 1) } });
  }

  protected cut(text: string, name: string): void {
    const massG = numberWithin(text, 0.1, 1e5);
    this.fault.set(massG === undefined ? SAY.giveGrams : undefined);
    if (massG !== undefined) this.desk.tell({ kind: 'portion cut', massG, name: name.trim() });
  }

  protected keep(text: string, place: 'fridge' | 'freezer'): void {
    const portions = numberWithin(text, 0.25, 1000);
    this.fault.set(portions === undefined ? SAY.aboveZero : undefined);
    if (portions === undefined) return;
    const [rest, whole] = [this.rest(), this.desk.real()?.views.portions ?? 0];
    if (rest !== undefined && portions > rest + A_CRUMB) {
      this.fault.set(SAY.moreThanLeft(showPortions(rest), showPortions(whole)));
      return;
    }
    const keeping = this.desk.product()?.keeping;
    const days = place === 'fridge' ? keeping?.fridgeDays : keeping?.freezerDays;
    if (days === 0) {
      this.fault.set(place === 'fridge' ? SAY.notForFridge : SAY.notForFreezer);
      return;
    }
    // In the fridge its days run from when it was made, in the freezer from when it goes in.
    const from = place === 'fridge' ? new Date(this.bake().madeAt ?? Date.now()) : new Date();
    const useBy = days === undefined ? undefined : formatISO(addDays(from, days), { representation: 'date' });
    if (useBy !== undefined && useBy < today()) this.fault.set(SAY.daysAreOver);
    else this.desk.tell({ kind: 'kept', place, portions, ...(useBy === undefined ? {} : { useBy }) });
  }

  protected eat(place: 'fridge' | 'freezer'): void {
    this.desk.tell({ kind: 'eaten', place, portions: 1 });
  }

  protected takeStock(): void {
    this.store.dispatch(bakeActions.takeStock());
  }

  protected giveBack(): void {
    this.store.dispatch(bakeActions.giveBackStock());
  }

  protected finish(): void {
    if (!this.bake().isFinished) this.desk.tell({ kind: 'finished' });
  }

  protected note(text: string): void {
    if (text.trim() !== '') this.desk.tell({ kind: 'note', text: text.trim() });
  }
}
