import { computed, inject, Injectable } from '@angular/core';
import type { StoredBake } from '@fellmist/contract';
import {
  allergensOf,
  type Amount,
  type Analysis,
  classOf,
  type Formula,
  ingredientsIn,
  heatOf,
  LIMITS,
  type Line,
  mainPart,
  massOf,
  namesOnce,
  type ProductClass,
  readLine,
  USUAL_COLD,
  whip,
  type WhipState,
} from '@fellmist/core';
import {
  type Bake,
  type BakeAct,
  type BakeEvent,
  type BakeLine,
  type BatterVolume,
  foldBake,
  inOrder,
  nextTurn,
  soaksBread,
  standingEvents,
  tastedOf,
  type Vessel,
  volumeOf,
} from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { type Answer, Asking } from './asking';
import { bakeActions } from './bake.actions';
import { bakeFeature } from './bake.feature';
import { Clock } from './clock';
import { Desk } from './desk';
import { Preferences } from './preferences';
import { teller } from './teller';
import { map, type Observable } from 'rxjs';

/** The bake on the table: its state from its events, what it comes to, and how something is told of it. */
@Injectable({ providedIn: 'root' })
export class BakeDesk {
  private readonly store = inject(Store);
  private readonly asking = inject(Asking);
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  private readonly clock = inject(Clock);
  readonly stored = this.store.selectSignal(bakeFeature.selectStored);
  /** The household, and whoever ate or tasted of late: each is one press. */
  readonly people = computed(() => namesOnce([...(this.preferences.settings().people ?? []), ...(this.stored()?.eaters ?? [])]));
  readonly events = this.store.selectSignal(bakeFeature.selectEvents);
  /** Who has tasted it, with what they gave overall. */
  readonly tasted = computed(() => tastedOf(standingEvents(inOrder(this.events()))).map(({ taster, overall }) => ({ taster, overall })));
  /** Who may taste next: whoever has a plate of it, the household, and whoever ate or tasted before, each until they have. */
  readonly tasters = computed(() => {
    const done = new Set(this.tasted().map(({ taster }) => taster.toLowerCase()));
    const served = (this.bake()?.plates ?? []).map(({ name }) => name);
    return namesOnce([...served, ...this.people()].map((name) => name.slice(0, LIMITS.person))).filter((name) => !done.has(name.toLowerCase()));
  });
  /** Those who tasted the last one together, where several of them may taste this one: likely the same table. */
  readonly together = computed(() => {
    const free = new Set(this.tasters().map((name) => name.toLowerCase()));
    const last = (this.stored()?.tasters ?? []).filter((name) => free.has(name.toLowerCase()));
    return last.length > 1 ? last : [];
  });
  readonly waiting = this.store.selectSignal(bakeFeature.selectWaiting);
  readonly isLive = this.store.selectSignal(bakeFeature.selectIsLive);
  readonly refused = this.store.selectSignal(bakeFeature.selectRefused);
  readonly vessels = this.store.selectSignal(bakeFeature.selectVessels);
  readonly larder = this.desk.larder;
  private readonly former = computed(() => new Map(Object.entries(this.stored()?.former ?? {})));

  /** What is baked, as what it is judged: a class that only its title tells is said here. */
  private readonly formula = computed((): Formula | undefined => {
    const [formula, product] = [this.stored()?.formula, this.product()];
    return formula && product && formula.classId !== product.id ? { ...formula, classId: product.id } : formula;
  });

  readonly bake = computed((): Bake | undefined => {
    const [formula, larder] = [this.formula(), this.larder()];
    if (!formula || !larder) return undefined;
    const { scaleStepG, measures } = this.preferences.settings();
    return foldBake(this.events(), { formula, larder, kitchen: { scaleStepG, measures }, former: this.former() });
  });

  readonly plan = computed((): Analysis | undefined => this.desk.analysed(this.bake()?.plan));
  readonly real = computed((): Analysis | undefined => this.desk.analysed(this.bake()?.real));
  /** Allergens of what goes in that the original had not. */
  readonly newAllergens = computed((): readonly string[] => {
    const [original, larder, now] = [this.stored()?.original, this.larder(), this.real()?.allergens];
    if (!original || !larder || !now) return [];
    const before = allergensOf(original, larder).contains;
    return now.contains.filter((allergen) => !before.includes(allergen));
  });
  readonly product = computed((): ProductClass | undefined => {
    const [formula, tables] = [this.stored()?.formula, this.desk.tables()];
    return formula && tables ? classOf(formula, tables) : undefined;
  });

  /** Where it is heated, as class and method tell. */
  readonly heat = computed((): ProductClass['heat'] | undefined => {
    const [formula, product] = [this.stored()?.formula, this.product()];
    return formula && heatOf(product, formula.method);
  });

  /** Bread takes up a soak, of which some stays in its dish. */
  readonly soaks = computed(() => {
    const [formula, larder] = [this.stored()?.formula, this.larder()];
    return formula !== undefined && larder !== undefined && soaksBread(formula, larder);
  });

  /** What is whipped, as it comes to stand in its bowl. */
  readonly foam = computed((): WhipState | undefined => {
    const [bake, larder] = [this.bake(), this.larder()];
    const part = bake && larder && this.product()?.cold === 'whipped' ? mainPart(bake.exact, larder) : undefined;
    return part && larder && whip(part, bake?.exact.cold ?? USUAL_COLD, larder).at(-1);
  });

  /** What the batter fills at the bake's factor, and what it would at once. */
  readonly volume = computed((): BatterVolume | undefined => {
    const [bake, larder] = [this.bake(), this.larder()];
    const part = bake && larder && mainPart(bake.exact, larder);
    if (!part) return undefined;
    const volume = volumeOf(part, larder, this.product(), bake.exact.portions);
    // What is whipped is many times what was poured: the foam model says how much.
    const foam = this.foam();
    return foam ? { ...volume, rawMl: foam.volumeMl, risenMl: foam.volumeMl, isFoam: true } : volume;
  });

  /** Takes a tin of the household's own off the list; what was baked in it still says so. Gives the way back. */
  forgetVessel(vessel: Vessel): () => void {
    this.store.dispatch(bakeActions.removeVessel({ vessel }));
    return () => void this.asking.ask<Vessel>((ask) => bakeActions.putVessel({ ask, vessel })).subscribe();
  }

  foodName(id: string | undefined): string | undefined {
    return this.desk.foodName(id);
  }

  /** The name of what is weighed: of its food as it is now, else as the formula says. */
  lineName(line: BakeLine | undefined): string {
    return (line && (this.foodName(line.foodId) ?? line.name)) ?? '';
  }

  /** Grams of an amount of a food, as this household measures; undefined where they cannot be known. */
  massOf(amount: Amount, foodId: string | undefined): number | undefined {
    const larder = this.larder();
    const found = massOf(amount, foodId === undefined ? undefined : larder?.foods.get(foodId), this.preferences.settings().measures);
    return 'massG' in found ? found.massG : undefined;
  }

  /** Lines as the paste field would read them, each under an id of its own: "40 g berries, 20 g syrup" are two. */
  readLines(text: string): readonly Line[] {
    const larder = this.larder();
    if (!larder || text.trim() === '') return [];
    return ingredientsIn(text, larder).map((one) => readLine(one, `x-${crypto.randomUUID()}`, larder, this.preferences.settings().measures));
  }

  private stamped(act: BakeAct, events: readonly BakeEvent[]): BakeEvent {
    return { ...act, id: crypto.randomUUID(), teller: teller(), turn: nextTurn(events), at: this.clock.iso() };
  }

  /** The part that what is added at the end goes into. */
  mainPartId(): string {
    const [bake, larder] = [this.bake(), this.larder()];
    return (bake && larder && mainPart(bake.exact, larder)?.id) ?? '';
  }

  /** Foods that the formula did not have went into a part of it. */
  tellAdded(partId: string, lines: readonly Line[]): void {
    for (const line of lines) this.tell({ kind: 'added', partId, line }, { kind: 'poured', lineId: line.id, massG: line.massG ?? 0, by: 'typed', foodId: line.foodId ?? '' });
  }

  /** Something happened: it counts at once, and the server hears of it as soon as it can. Gives the way back, for as long as this bake is the open one. */
  tell(...acts: readonly BakeAct[]): () => void {
    const bakeId = this.stored()?.id;
    const told = acts.map((act) => {
      const event = this.stamped(act, this.events());
      this.store.dispatch(bakeActions.told({ event }));
      return event.id;
    });
    return () => {
      if (this.stored()?.id === bakeId) this.tell(...told.toReversed().map((eventId) => ({ kind: 'undone', eventId }) as const));
    };
  }

  undoLast(): void {
    const lastId = this.bake()?.lastId;
    if (lastId !== undefined) this.tell({ kind: 'undone', eventId: lastId });
  }

  /** Opens a bake, where it is not the one that is open or on its way. */
  open(id: string): void {
    const { opening, openingId, stored } = this.store.selectSignal(bakeFeature.selectBakeState)();
    if (stored?.id !== id && !(opening === 'opening' && openingId === id)) this.store.dispatch(bakeActions.openWanted({ id }));
  }

  /** Writes down a bake of a saved try that is over: on which day, what came out, what is to be remembered. */
  writeDown(formulaId: string, tryId: string, { day, note, yieldG }: { readonly day: string; readonly note: string; readonly yieldG?: number }): Observable<Answer<string>> {
    const [id, at] = [crypto.randomUUID(), new Date(`${day}T12:00`).toISOString()];
    const events = (acts: readonly BakeAct[]): readonly BakeEvent[] => acts.map((act, i) => ({ ...act, id: crypto.randomUUID(), teller: teller(), turn: i + 2, at }));
    const planned: BakeEvent = { kind: 'planned', formulaId, tryId, id: crypto.randomUUID(), teller: teller(), turn: 1, at };
    const then = events([
      ...(yieldG === undefined ? [] : [{ kind: 'yield weighed' as const, massG: yieldG, tareG: 0 }]),
      ...(note === '' ? [] : [{ kind: 'note' as const, text: note }]),
      { kind: 'finished' },
    ]);
    return this.asking
      .ask<StoredBake>((ask) => bakeActions.writeDown({ ask, id, planned, then }))
      .pipe(map((answer): Answer<string> => (answer.ok ? { ok: true, value: id } : answer)));
  }

  /** Begins a bake of a saved try. */
  begin(formulaId: string, tryId: string): Observable<Answer<string>> {
    const id = crypto.randomUUID();
    const planned = this.stamped({ kind: 'planned', formulaId, tryId }, []);
    return this.asking.ask<StoredBake>((ask) => bakeActions.begin({ ask, id, planned })).pipe(map((answer): Answer<string> => (answer.ok ? { ok: true, value: id } : answer)));
  }
}
