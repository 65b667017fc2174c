import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { SEASONS, type ShelfEntry, type ShelfFigures, type ShelfSort, type StoredFormula } from '@fellmist/contract';
import { ALLERGENS, SCHOOLS, type Why, whyFigure } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { Importer } from '../parts/importer';
import { Preferences } from '../state/preferences';
import { pictureOf } from '../state/api';
import { Asking } from '../state/asking';
import { benchActions } from '../state/bench.feature';
import { Desk } from '../state/desk';
import type { Draft } from '../state/draftBook';
import { type DraftHead, SheetDrafts } from '../state/drafts';
import { Outbox } from '../state/outbox';
import { FirstSteps } from '../state/firstSteps';
import { keptActions, keptFeature } from '../state/kept.feature';
import { shelfActions, shelfFeature, type ShelfLook } from '../state/shelf.feature';
import type { Option } from '../ui/choice';
import { Picker } from '../ui/pick';
import { Field } from '../ui/zorro/field';
import { showChange, showNumber } from '../ui/figures';
import { WhyCard } from '../ui/why-card';
import { Button } from '../ui/zorro/button';
import { Actions, ofType } from '@ngrx/effects';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { firstRows } from '../ui/firstRows';
import { FileButton } from '../ui/file-button';
import { chooseFile, shrunk } from '../ui/picture';
import { Told } from '../ui/told';
import { type MoreItem, MoreMenu } from '../ui/more-menu';
import { Ways } from '../parts/ways';
import { Skeleton } from '../ui/zorro/skeleton';
import { aPortion } from '../ui/portionWords';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

const SHOWN: readonly { readonly key: keyof ShelfFigures; readonly name: string; readonly unit: string; readonly digits: number }[] = [
  { key: 'energyKcal', name: SAY.energy, unit: 'kcal', digits: 0 },
  { key: 'proteinG', name: SAY.protein, unit: 'g', digits: 1 },
  { key: 'netCarbG', name: SAY.netCarbs, unit: 'g', digits: 1 },
];

/** A shelf of so few is seen at a glance. */
const FEW = 5;
const ANY = { value: '', label: SAY.any };
const SORT_OPTIONS: readonly Option<ShelfSort>[] = [
  { value: 'touched', label: SAY.lastTouched },
  { value: 'name', label: SAY.name },
  { value: 'energy', label: SAY.energyLowFirst },
  { value: 'protein', label: SAY.proteinHighFirst },
  { value: 'price', label: SAY.priceLowFirst },
];

interface ShelfCell {
  readonly row: (typeof SHOWN)[number];
  readonly name: string;
  readonly unit: string | undefined;
  readonly now: string;
  readonly change: string | undefined;
}

/** All formulas, newest first, with what a portion of each holds now and how far that is from its original. */
@Component({
  selector: 'fm-shelf',
  imports: [Button, Field, FileButton, Picker, MoreMenu, RouterLink, Skeleton, WhyCard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shelf.html',
  styleUrl: './shelf.less',
})
export class Shelf {
  protected readonly say = SAY;
  private readonly ways = inject(Ways);
  protected readonly aPortion = aPortion;
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly importer = inject(Importer);
  private readonly asking = inject(Asking);
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  private readonly told = inject(Told);
  protected readonly firstSteps = inject(FirstSteps);
  protected readonly copyFault = signal<string | undefined>(undefined);
  /** The figure whose inputs lie open, and the button that opened it. */
  protected readonly asked = signal<{ readonly entryId: string; readonly name: string; readonly why: Why; readonly from: HTMLElement } | undefined>(undefined);
  /** On a phone what is looked for beside a name lies behind a button. */
  protected readonly isLooking = signal(false);
  protected readonly query = signal<ShelfLook>({});
  private seeking: ReturnType<typeof setTimeout> | undefined;
  protected readonly total = this.store.selectSignal(shelfFeature.selectTotal);
  protected readonly all = this.store.selectSignal(shelfFeature.selectAll);
  /** There is something to look through only where there are a few. */
  protected readonly isLong = computed(() => this.all() > FEW || Object.values(this.query()).some(Boolean));
  protected readonly sorts = SORT_OPTIONS;
  protected readonly seasons = [ANY, ...SEASONS.map((value) => ({ value, label: value }))];
  protected readonly schools = [ANY, ...SCHOOLS.map((value) => ({ value, label: value }))];
  protected readonly allergens = [{ value: '', label: SAY.anything }, ...ALLERGENS.map((value) => ({ value, label: value }))];
  protected readonly classes = computed(() => [ANY, ...(this.desk.tables()?.classes ?? []).map(({ id, name }) => ({ value: id, label: name }))]);
  private readonly entries = this.store.selectSignal(shelfFeature.selectListed);
  private readonly firstEntries = firstRows(this.entries);
  protected readonly failure = this.store.selectSignal(shelfFeature.selectFailure);
  protected readonly importFault = signal<string | undefined>(undefined);
  private readonly dates = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short', year: 'numeric' });

  private readonly kept = this.store.selectSignal(keptFeature.selectKept);
  private readonly drafts = inject(SheetDrafts);
  /** What lies unsaved in this browser, by formula. */
  private readonly outbox = inject(Outbox);
  private readonly waitingOf = computed(() => new Set(this.outbox.waiting().map(({ formulaId }) => formulaId)));
  private readonly unsaved = signal<ReadonlyMap<string, DraftHead>>(new Map());

  protected readonly rows = computed(() =>
    this.firstEntries()?.map((entry) => ({
      entry,
      cells: entry.fault === undefined ? SHOWN.map((figure) => this.cell(entry, figure)) : [],
      saved: this.dates.format(new Date(entry.updatedAt)),
      mark: this.waitingOf().has(entry.id) ? SAY.savedHereWaits : this.unsaved().has(entry.id) ? SAY.unsavedChanges : '',
      picture: entry.picturedAt === undefined ? undefined : pictureOf(entry.id, entry.picturedAt),
      price: entry.pricePortion === undefined ? '' : SAY.each(this.preferences.showPrice(entry.pricePortion)),
      kept: this.keptWords(entry.id),
      more: this.moreFor(entry),
    })),
  );

  /** Sheets that were never saved: they stand on no shelf but here. */
  protected readonly neverSaved = computed((): readonly DraftHead[] => {
    const known = new Set([...(this.entries()?.map(({ id }) => id) ?? []), ...this.waitingOf()]);
    return this.entries() === undefined ? [] : [...this.unsaved().values()].filter(({ of, base }) => base === undefined && !known.has(of));
  });

  /** New formulas that the server has not heard of yet. */
  protected readonly newWaiting = computed(() => {
    const known = new Set(this.entries()?.map(({ id }) => id));
    const titles = new Map(this.outbox.waiting().map(({ formulaId, request }) => [formulaId, request.worksheet.rebuild.title]));
    return this.entries() === undefined ? [] : [...titles].filter(([id]) => !known.has(id)).map(([of, title]) => ({ of, title }));
  });

  constructor() {
    this.store.dispatch(keptActions.wanted());
    this.look({});
    void this.lookForDrafts();
    inject(Actions)
      .pipe(ofType(shelfActions.removed), takeUntilDestroyed())
      .subscribe(({ entry }) => this.told.undoable(SAY.wasTakenOffTheShelf(entry.title), () => this.store.dispatch(shelfActions.restore({ entry }))));
    inject(Actions)
      .pipe(ofType(benchActions.saved), takeUntilDestroyed())
      .subscribe(() => this.lookAgain());
    inject(Actions)
      .pipe(ofType(shelfActions.pictureRemoved), takeUntilDestroyed())
      .subscribe(({ id, picture }) => this.told.undoable(SAY.thePictureWasTakenAway, () => this.store.dispatch(shelfActions.putPicture({ id, picture }))));
  }

  private lookAgain(): void {
    this.look({});
    void this.lookForDrafts();
  }

  private async lookForDrafts(): Promise<void> {
    this.unsaved.set(new Map((await this.drafts.list()).map((head) => [head.of, head])));
  }

  protected async discard({ of, title }: DraftHead): Promise<void> {
    const gone = await this.drafts.forget(of);
    await this.lookForDrafts();
    this.told.undoable(SAY.wasThrownAway(title), () => void this.takeBack(gone));
  }

  private async takeBack(gone: readonly Draft[]): Promise<void> {
    await this.drafts.putBack(gone);
    await this.lookForDrafts();
  }

  private moreFor(entry: ShelfEntry): readonly MoreItem[] {
    return [
      ...(entry.fault === undefined ? this.ways.from('bench', entry.id) : []),
      { words: SAY.copy, run: () => this.copy(entry) },
      ...(entry.fault === undefined ? [{ words: SAY.exportTheRecipe, href: `/api/formulas/${entry.id}/recipe.jsonld` }] : []),
      { words: entry.picturedAt === undefined ? SAY.addAPicture : SAY.anotherPicture, run: () => void this.addPicture(entry) },
      ...(entry.picturedAt === undefined ? [] : [{ words: SAY.takeThePictureAway, run: () => this.store.dispatch(shelfActions.removePicture({ id: entry.id })) }]),
      { words: SAY.remove, run: () => this.remove(entry) },
    ];
  }

  private async addPicture({ id }: ShelfEntry): Promise<void> {
    const file = await chooseFile('image/*');
    const picture = file && (await shrunk(file));
    this.copyFault.set(file && !picture ? SAY.isNoPictureThatThis(file.name) : undefined);
    if (picture) this.store.dispatch(shelfActions.putPicture({ id, picture }));
  }

  /** "3 portions put away, the next to be eaten by 30 Nov": what earlier bakes left of it. */
  private keptWords(formulaId: string): string {
    const mine = this.kept().filter((one) => one.formulaId === formulaId);
    const left = mine.reduce((sum, one) => sum + one.left, 0);
    const next = mine.find(({ useBy }) => useBy !== undefined)?.useBy;
    if (left === 0) return '';
    return SAY.putAway(showNumber(left, left % 1 === 0 ? 0 : 1), next === undefined ? '' : this.dates.format(new Date(`${next}T12:00:00`)));
  }

  private cell(entry: ShelfEntry, row: (typeof SHOWN)[number]): ShelfCell {
    const { key, name, digits } = row;
    const isEnergy = key === 'energyKcal';
    const inUnit = (figure: number | undefined): number | undefined => (figure === undefined || !isEnergy ? figure : this.preferences.inEnergy(figure));
    const unit = isEnergy ? this.preferences.energyUnit() : row.unit;
    const [before, now] = [inUnit(entry.original[key]), inUnit(entry.rebuild[key])];
    const change = before === undefined || now === undefined ? undefined : showChange(before, now, digits);
    const shown = now === undefined ? { now: SAY.gaps, unit: undefined } : { now: showNumber(now, digits), unit };
    return { row, name, ...shown, change: change === '0' ? undefined : change };
  }

  /** Opens what stands behind a figure of a formula, or closes it again. */
  protected askWhy(entry: ShelfEntry, { row, name }: ShelfCell, from: HTMLElement): void {
    const asked = this.asked();
    this.copyFault.set(undefined);
    if (asked?.entryId === entry.id && asked.name === name) {
      this.asked.set(undefined);
      return;
    }
    this.asking
      .ask<StoredFormula>((ask) => shelfActions.lookInto({ ask, id: entry.id }))
      .subscribe((answer) => {
        const rebuild = answer.ok ? answer.value.worksheet.rebuild : undefined;
        const [larder, analysis] = [this.desk.larder(), this.desk.analysed(rebuild)];
        if (!answer.ok || !rebuild || !larder || !analysis) {
          this.copyFault.set(answer.ok ? SAY.theLarderIsStillBeing : answer.words);
          return;
        }
        const shown = row.key === 'energyKcal' ? { ...row, key: this.preferences.energyFigure(), unit: this.preferences.energyUnit() } : row;
        const why = whyFigure(shown, rebuild, 1 / analysis.views.portions, larder, this.preferences.counting());
        this.asked.set({ entryId: entry.id, name, why, from });
      });
  }

  protected closeWhy(): void {
    const from = this.asked()?.from;
    this.asked.set(undefined);
    from?.focus();
  }

  protected retry(): void {
    this.look({});
  }

  protected look(change: ShelfLook): void {
    this.query.update((query) => ({ ...query, ...change }));
    this.store.dispatch(shelfActions.wanted({ query: this.query() }));
  }

  protected seek(words: string): void {
    this.query.update((query) => ({ ...query, q: words }));
    clearTimeout(this.seeking);
    this.seeking = setTimeout(() => this.look({}), 150);
  }

  protected more(): void {
    this.store.dispatch(shelfActions.moreWanted());
  }

  protected remove(entry: ShelfEntry): void {
    this.store.dispatch(shelfActions.remove({ entry }));
  }

  /** A copy to try something else on, as a formula of its own. */
  protected copy(entry: ShelfEntry): void {
    this.copyFault.set(undefined);
    this.asking
      .ask<StoredFormula>((ask) => shelfActions.copy({ ask, entry, newId: crypto.randomUUID() }))
      .subscribe((answer) => {
        if (!answer.ok) this.copyFault.set(answer.words);
      });
  }

  protected async import(file: File): Promise<void> {
    const result = await this.importer.read(file);
    this.importFault.set(result.ok ? undefined : result.error);
    if (!result.ok) return;
    const id = crypto.randomUUID();
    this.store.dispatch(benchActions.placed({ id, sheet: result.sheet }));
    await this.router.navigate(['/bench', id]);
    this.store.dispatch(benchActions.save({ label: SAY.asImported }));
  }
}
