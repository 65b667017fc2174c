import { computed, inject, Injectable, signal } from '@angular/core';
import type { ShelfEntry, StoredBought, StoredFormula } from '@fellmist/contract';
import { figuresOfBought, type Formula, pricePer100g, type Plate, type Plated, plates, type Terms, type Worksheet } from '@fellmist/core';
import { Store } from '@ngrx/store';
import type { Observable } from 'rxjs';
import { type Answer, Asking } from './asking';
import { benchActions, benchFeature } from './bench.feature';
import { boughtActions, boughtFeature } from './bought.feature';
import { Desk } from './desk';
import { Preferences } from './preferences';
import { shelfActions, shelfFeature } from './shelf.feature';
import { SAY } from './words';

/** Something chosen to be compared: a formula's rebuild or original, one of its tries, or a bought treat. */
export type Pick =
  | { readonly kind: 'rebuild' | 'original'; readonly formulaId: string }
  | { readonly kind: 'try'; readonly formulaId: string; readonly tryId: string }
  | { readonly kind: 'bought'; readonly boughtId: string };

export function pickKey(pick: Pick): string {
  if (pick.kind === 'bought') return `bought:${pick.boughtId}`;
  return pick.kind === 'try' ? `try:${pick.formulaId}:${pick.tryId}` : `${pick.kind}:${pick.formulaId}`;
}

export function pickOf(key: string): Pick | undefined {
  const [kind, id = '', tryId = ''] = key.split(':');
  if (kind === 'bought') return { kind, boughtId: id };
  if (kind === 'try') return { kind, formulaId: id, tryId };
  return kind === 'rebuild' || kind === 'original' ? { kind, formulaId: id } : undefined;
}

/** What is compared, on which terms, and what lies on each plate. It outlives a look at another place. */
@Injectable({ providedIn: 'root' })
export class CompareDesk {
  private readonly store = inject(Store);
  private readonly asking = inject(Asking);
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  private readonly onBench = this.store.selectSignal(benchFeature.selectFormulaId);
  private readonly bought = this.store.selectSignal(boughtFeature.selectAll);
  readonly boughtFailure = this.store.selectSignal(boughtFeature.selectFailure);
  private readonly shelf = this.store.selectSignal(shelfFeature.selectListed);
  /** Formulas that were looked into, by id, and tries by theirs. */
  private readonly stored = signal<ReadonlyMap<string, StoredFormula>>(new Map());
  private readonly tried = signal<ReadonlyMap<string, StoredFormula>>(new Map());
  /** What could not be fetched, by its id, with why. */
  private readonly failures = signal<ReadonlyMap<string, string>>(new Map());
  readonly failure = computed(() => [...this.failures().values()][0]);

  readonly picks = signal<readonly Pick[]>([]);
  readonly terms = signal<Terms>('energy');
  readonly ownG = signal<ReadonlyMap<string, number>>(new Map());

  readonly entries = computed((): readonly ShelfEntry[] => this.shelf() ?? []);
  readonly boughtTreats = computed((): readonly StoredBought[] => this.bought() ?? []);
  /** The formula whose claim and tries are at hand: that of the first pick that has one. */
  readonly formulaId = computed(() => this.picks().flatMap((pick) => (pick.kind === 'bought' ? [] : [pick.formulaId]))[0]);
  readonly tries = computed(() => this.stored().get(this.formulaId() ?? '')?.tries ?? []);

  sheetOf(formulaId: string): Worksheet | undefined {
    return formulaId === this.onBench() ? this.desk.sheet() : this.stored().get(formulaId)?.worksheet;
  }

  /** What each pick is on a plate; left out until it was fetched. */
  private readonly plated = computed((): readonly (Plated & { readonly key: string })[] =>
    this.picks().flatMap((pick) => {
      const found = pick.kind === 'bought' ? this.ofBought(pick.boughtId) : this.ofFormula(pick);
      return found ? [{ ...found, key: pickKey(pick) }] : [];
    }),
  );
  readonly plates = computed((): readonly Plate[] => plates(this.plated(), this.terms(), this.ownG()));

  private ofFormula(pick: Exclude<Pick, { kind: 'bought' }>): Plated | undefined {
    const sheet = pick.kind === 'try' ? this.tried().get(pick.tryId)?.worksheet : this.sheetOf(pick.formulaId);
    if (!sheet) return undefined;
    const formula = pick.kind === 'original' ? sheet.original : sheet.rebuild;
    const number = this.stored()
      .get(pick.formulaId)
      ?.tries.find(({ id }) => pick.kind === 'try' && id === pick.tryId)?.number;
    const name = pick.kind === 'original' ? SAY.theOriginalOf(sheet.original.title) : number === undefined ? formula.title : SAY.tryOf(formula.title, number);
    return this.platedFormula(pickKey(pick), name, formula);
  }

  private platedFormula(id: string, name: string, formula: Formula): Plated | undefined {
    const [analysis, cost] = [this.desk.analysed(formula), this.desk.costOf(formula)];
    if (!analysis || !cost) return undefined;
    const yieldG = analysis.views.yield.massG;
    const isPriced = cost.unpricedLines.length === 0 && yieldG > 0;
    return { id, name, per100g: analysis.views.per100g, portionMassG: analysis.views.portionMassG, costPer100g: isPriced ? (cost.amount * 100) / yieldG : undefined };
  }

  private ofBought(id: string): Plated | undefined {
    const treat = this.boughtTreats().find(({ bought }) => bought.id === id)?.bought;
    if (!treat) return undefined;
    const currency = this.preferences.currency();
    return {
      id: `bought:${id}`,
      name: treat.name,
      per100g: figuresOfBought(treat, this.preferences.counting()),
      portionMassG: treat.portionMassG,
      // Paid in another currency it is no price here: nobody knows the rate.
      costPer100g: (treat.currency ?? currency) === currency ? pricePer100g({ ...(treat.price === undefined ? {} : { price: treat.price }), netG: treat.portionMassG }) : undefined,
    };
  }

  /** Fetches what can be chosen from; without a choice yet, begins with what lies on the bench, its original and what was bought. */
  begin(formulaId: string | undefined): void {
    this.store.dispatch(boughtActions.wanted());
    this.store.dispatch(shelfActions.wanted({ query: {} }));
    const id = formulaId ?? this.onBench();
    if (id !== undefined && !this.picks().some((pick) => pick.kind !== 'bought' && pick.formulaId === id)) {
      this.picks.set([
        { kind: 'rebuild', formulaId: id },
        { kind: 'original', formulaId: id },
      ]);
      this.ownG.set(new Map());
    }
    // What was saved since it was looked into last is compared as it is now.
    for (const id of new Set(this.picks().flatMap((pick) => (pick.kind === 'bought' ? [] : [pick.formulaId])))) this.lookInto(id);
    for (const pick of this.picks()) this.lookIntoTry(pick);
  }

  add(pick: Pick): void {
    if (this.picks().some((one) => pickKey(one) === pickKey(pick))) return;
    this.picks.update((all) => [...all, pick]);
    this.fetch(pick);
  }

  drop(key: string): void {
    this.picks.update((all) => all.filter((pick) => pickKey(pick) !== key));
  }

  /** Puts one first: the others are held against it. */
  lead(key: string): void {
    this.picks.update((all) => [...all].sort((a, b) => Number(pickKey(b) === key) - Number(pickKey(a) === key)));
  }

  /** So many grams on a plate. On terms that the first sets, the first one's follow; else each plate goes by itself. */
  lay(id: string, massG: number): void {
    const isFirst = this.plated()[0]?.id === id;
    this.ownG.update((all) => new Map(all).set(id, massG));
    if (!isFirst || this.terms() === 'portion' || this.terms() === '100 g') this.terms.set('plates');
  }

  setTerms(terms: Terms): void {
    this.terms.set(terms);
    if (terms !== 'plates') this.ownG.set(new Map());
  }

  private fetch(pick: Pick): void {
    if (pick.kind !== 'bought' && !this.stored().has(pick.formulaId)) this.lookInto(pick.formulaId);
    this.lookIntoTry(pick);
  }

  private lookInto(formulaId: string): void {
    this.keep(
      formulaId,
      this.asking.ask<StoredFormula>((ask) => shelfActions.lookInto({ ask, id: formulaId })),
      (stored) => this.stored.update((all) => new Map(all).set(formulaId, stored)),
    );
  }

  /** A try never changes: it is fetched once. */
  private lookIntoTry(pick: Pick): void {
    if (pick.kind !== 'try' || this.tried().has(pick.tryId)) return;
    const { formulaId, tryId } = pick;
    this.keep(
      tryId,
      this.asking.ask<StoredFormula>((ask) => benchActions.tryWanted({ ask, formulaId, tryId })),
      (stored) => this.tried.update((all) => new Map(all).set(tryId, stored)),
    );
  }

  private keep(id: string, answer: Observable<Answer<StoredFormula>>, put: (stored: StoredFormula) => void): void {
    answer.subscribe((told) => {
      const failures = new Map(this.failures());
      failures.delete(id);
      this.failures.set(told.ok ? failures : failures.set(id, told.words));
      if (told.ok) put(told.value);
    });
  }
}
