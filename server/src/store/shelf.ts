import { SEASONS, type ShelfEntry, type ShelfFigures, type ShelfPage, type ShelfQuery, type ShelfSort, shelfQuerySchema } from '@fellmist/contract';
import {
  allLines,
  type Allergen,
  analyse,
  type Analysis,
  batchCost,
  type Counting,
  type Figures,
  type Formula,
  type Larder,
  pricesPerGram,
  sameShareOf,
  type School,
  type Worksheet,
} from '@fellmist/core';
import { type LarderStore } from './larderStore';
import { listHeads, type ShelfHead, worksheetOf } from './formulas';
import { OwnFormulas } from './ownFormulas';

/** What is kept of a try: its row on the shelf, and what it is looked for by. */
interface Kept {
  readonly entry: ShelfEntry;
  readonly allergens: readonly Allergen[];
  /** A line is unknown: nobody can say what it is free of. */
  readonly isOpen: boolean;
  readonly schools: readonly School[];
}

function shelfFigures(figures: Figures): ShelfFigures {
  const whole = (key: 'energyKcal' | 'proteinG' | 'netCarbG'): number | undefined => (figures[key].gaps.length > 0 ? undefined : figures[key].amount);
  const [energyKcal, proteinG, netCarbG] = [whole('energyKcal'), whole('proteinG'), whole('netCarbG')];
  return { ...(energyKcal === undefined ? {} : { energyKcal }), ...(proteinG === undefined ? {} : { proteinG }), ...(netCarbG === undefined ? {} : { netCarbG }) };
}

function swappedIn(sheet: Worksheet, larder: Larder): readonly string[] {
  const names = allLines(sheet.rebuild).flatMap((line) => (line.origin?.kind === 'swapped' && line.foodId !== undefined ? [larder.foods.get(line.foodId)?.name ?? line.name] : []));
  return [...new Set(names)];
}

const NO_FIGURES = { portions: 0, portionWord: '', original: {}, rebuild: {}, gaps: 0, swappedIn: [] } as const;

/** Formulas are worked out ahead for so long at a time, and so long is left to requests between. */
const [AHEAD_MS, AHEAD_PAUSE_MS] = [8, 20];

const seasonOf = (iso: string): (typeof SEASONS)[number] => SEASONS[Math.floor(((Number(iso.slice(5, 7)) + 9) % 12) / 3)] ?? 'winter';

/** Order of the shelf; what has no such figure comes last. */
const BY: Readonly<Record<Exclude<ShelfSort, 'touched' | 'name'>, (entry: ShelfEntry) => number>> = {
  energy: ({ rebuild }) => rebuild.energyKcal ?? Infinity,
  protein: ({ rebuild }) => -(rebuild.proteinG ?? -Infinity),
  price: ({ pricePortion }) => pricePortion ?? Infinity,
};

/**
 * The shelf, a page at a time. What was worked out of a try is kept until the larder changes: of the first page only
 * its own formulas are analysed, of a search by figures or allergens all of them, once.
 */
export class Shelf {
  readonly own = new OwnFormulas();
  private readonly kept = new Map<string, Kept>();
  private keptFor: Larder | undefined;
  private ahead: { readonly larder: Larder | undefined; readonly way: string } | undefined;
  private prices: ReadonlyMap<string, number> = new Map();

  constructor(private readonly larderStore: LarderStore) {}

  /** Works out what is shown first before anybody asks for it: in a house of thousands that takes most of a second. */
  open(): void {
    const { carbs, energy } = this.larderStore.contents.settings.settings;
    this.page(shelfQuerySchema.parse({ carbs, energy }));
  }

  page(query: ShelfQuery): ShelfPage {
    this.forgetOld();
    const heads = listHeads(this.larderStore.db);
    const words = query.q.trim().toLowerCase();
    const named = heads.filter(
      ({ title, label, createdAt }) => `${title} ${label}`.toLowerCase().includes(words) && (query.season === undefined || seasonOf(createdAt) === query.season),
    );
    const looked =
      query.classId !== undefined || query.school !== undefined || query.without !== undefined ? named.filter((head) => this.answers(this.of(head, query), query)) : named;
    const sorted = this.sorted(looked, query);
    this.workAhead(heads, query);
    return { total: sorted.length, all: heads.length, entries: sorted.slice(query.offset, query.offset + query.limit).map((head) => this.of(head, query).entry) };
  }

  /**
   * Works the others out too, a few at a time between requests, so that a later search by figures has them all at once. The
   * larder or the way of counting changing meanwhile ends it: the next page begins anew.
   */
  private workAhead(heads: readonly ShelfHead[], counting: Counting): void {
    const [larder, way] = [this.keptFor, `${counting.carbs}|${counting.energy}`];
    if (this.ahead && this.ahead.larder === larder && this.ahead.way === way) return;
    const ahead = { larder, way };
    this.ahead = ahead;
    const waiting = [...heads];
    const some = (): void => {
      if (this.ahead !== ahead || this.keptFor !== larder || !this.larderStore.db.open) return;
      const until = performance.now() + AHEAD_MS;
      while (waiting.length > 0 && performance.now() < until) {
        const head = waiting.shift();
        if (head) this.of(head, counting);
      }
      if (waiting.length > 0) setTimeout(some, AHEAD_PAUSE_MS).unref();
    };
    setTimeout(some, AHEAD_PAUSE_MS).unref();
  }

  /** What depends on foods, packs and settings is worked out anew when they change. */
  private forgetOld(): void {
    const { larder, contents } = this.larderStore;
    if (this.keptFor === larder) return;
    this.keptFor = larder;
    this.kept.clear();
    this.prices = pricesPerGram(
      contents.packs.map(({ pack }) => pack),
      contents.settings.settings.currency,
    );
  }

  private answers({ entry, allergens, isOpen, schools }: Kept, { classId, school, without }: ShelfQuery): boolean {
    if (entry.fault !== undefined) return false;
    return (
      (classId === undefined || entry.product?.id === classId) &&
      (school === undefined || schools.includes(school)) &&
      (without === undefined || !(isOpen || allergens.includes(without)))
    );
  }

  private sorted(heads: readonly ShelfHead[], query: ShelfQuery): readonly ShelfHead[] {
    const { sort } = query;
    if (sort === 'touched') return heads;
    if (sort === 'name') return [...heads].sort((a, b) => a.title.localeCompare(b.title));
    const keyed = heads.map((head) => [BY[sort](this.of(head, query).entry), head] as const);
    return keyed.sort(([a], [b]) => (a === b ? 0 : a - b)).map(([, head]) => head);
  }

  private of(head: ShelfHead, { carbs, energy }: Counting): Kept {
    const key = `${head.tryId}|${carbs}|${energy}`;
    const known = this.kept.get(key);
    // A renaming and a further try change the head, not what was worked out of it.
    const made = known ?? this.made(head, { carbs, energy });
    if (!known) this.kept.set(key, made);
    const picture = head.picturedAt === null ? {} : { picturedAt: head.picturedAt };
    return { ...made, entry: { ...made.entry, tryLabel: head.label, tryCount: head.tryCount, ...picture } };
  }

  /** One formula; one that cannot be read or analysed is listed as such, so that the shelf stays whole. */
  private made(head: ShelfHead, counting: Counting): Kept {
    const plain = { id: head.id, tryCount: head.tryCount, tryLabel: head.label, updatedAt: head.createdAt };
    const faulty = (title: string, fault: string): Kept => ({ entry: { ...plain, ...NO_FIGURES, title, fault }, allergens: [], isOpen: true, schools: [] });
    const read = worksheetOf(this.larderStore.db, head.tryId);
    if (!read.ok) return faulty('A formula that cannot be read', read.words);
    this.own.keep(head.tryId, head.id, read.document.rebuild);
    try {
      return this.analysed(plain, read.document, counting);
    } catch (error) {
      return faulty(read.document.rebuild.title, `It cannot be worked out: ${error instanceof Error ? error.message : String(error)}`);
    }
  }

  private analysed(plain: Pick<ShelfEntry, 'id' | 'tryCount' | 'tryLabel' | 'updatedAt'>, sheet: Worksheet, counting: Counting): Kept {
    const { larder, contents } = this.larderStore;
    const { original, rebuild } = sheet;
    const [before, now] = [original, rebuild].map((formula) => analyse(formula, larder, contents, counting)) as [Analysis, Analysis];
    const price = this.priceOf(rebuild, now, larder);
    const entry: ShelfEntry = {
      ...plain,
      title: rebuild.title,
      portions: rebuild.portions,
      portionWord: rebuild.portionWord,
      original: shelfFigures(sameShareOf(before.views, now.views)),
      rebuild: shelfFigures(now.views.portion),
      gaps: now.gaps.length,
      swappedIn: swappedIn(sheet, larder),
      ...(now.product ? { product: { id: now.product.id, name: now.product.name } } : {}),
      ...(price === undefined ? {} : { pricePortion: price }),
    };
    return { entry, allergens: [...now.allergens.contains, ...now.allergens.mayContain], isOpen: now.allergens.unknownLines.length > 0, schools: rebuild.goals?.schools ?? [] };
  }

  private priceOf(formula: Formula, { views }: Analysis, larder: Larder): number | undefined {
    const cost = batchCost(formula, larder, this.prices);
    return cost.unpricedLines.length > 0 ? undefined : cost.amount / views.portions;
  }
}
