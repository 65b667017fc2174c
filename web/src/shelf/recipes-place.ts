import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { RecipesRead, RecipesTaken } from '@fellmist/contract';
import { Asking } from '../state/asking';
import { lookupActions } from '../state/lookup.actions';
import { FileButton } from '../ui/file-button';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { Checkbox } from '../ui/zorro/checkbox';
import { Value } from '../ui/zorro/value';
import { SAY } from './words';

/** Larger files are refused before they are sent. */
const MOST_BYTES = 24 * 1024 * 1024;
/** So many open lines are shown of a recipe. */
const MOST_TOLD = 3;

/** Many recipes out in open formats, and in: looked at first, chosen, put on the shelf at once, undone at once. */
@Component({
  selector: 'fm-recipes-place',
  imports: [Button, Checkbox, FileButton, RouterLink, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './recipes-place.html',
  styleUrl: './recipes-place.less',
})
export class RecipesPlace {
  protected readonly say = SAY;
  private readonly asking = inject(Asking);
  private readonly told = inject(Told);
  protected readonly working = signal<string | undefined>(undefined);
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly read = signal<(RecipesRead & { readonly file: string }) | undefined>(undefined);
  private readonly chosen = signal<ReadonlySet<number>>(new Set());
  protected readonly count = computed(() => this.chosen().size);
  protected readonly rows = computed(() =>
    (this.read()?.recipes ?? []).map(({ title, portions, portionWord, lines, open, isHere, error }, at) => ({
      at,
      title,
      error,
      isChosen: this.chosen().has(at),
      what: error === undefined ? SAY.makesSoMany(portions, portionWord, lines) : '',
      open: open.length === 0 ? '' : SAY.openLines(open.slice(0, MOST_TOLD).join('; '), open.length > MOST_TOLD ? SAY.andOthers(open.length - MOST_TOLD) : ''),
      isHere,
    })),
  );

  protected choose(file: File): void {
    this.fault.set(undefined);
    this.read.set(undefined);
    if (file.size > MOST_BYTES) {
      this.fault.set(SAY.fileTooLarge(file.name, Math.round(file.size / 1024 / 1024), MOST_BYTES / 1024 / 1024));
      return;
    }
    this.working.set(SAY.readingFile(file.name));
    this.asking
      .ask<RecipesRead>((ask) => lookupActions.readRecipes({ ask, file }))
      .subscribe((answer) => {
        this.working.set(undefined);
        if (!answer.ok) {
          this.fault.set(`${file.name}: ${answer.words}`);
          return;
        }
        this.read.set({ ...answer.value, file: file.name });
        // What is on the shelf under that title is not put there twice unless it is asked for.
        this.chosen.set(new Set(answer.value.recipes.flatMap(({ error, isHere }, at) => (error === undefined && !isHere ? [at] : []))));
      });
  }

  protected pick(at: number, isChosen: boolean): void {
    this.chosen.update((before) => new Set(isChosen ? [...before, at] : [...before].filter((one) => one !== at)));
  }

  protected pickAll(isChosen: boolean): void {
    this.chosen.set(new Set(isChosen ? this.rows().flatMap(({ at, error }) => (error === undefined ? [at] : [])) : []));
  }

  protected take({ id }: RecipesRead): void {
    this.working.set(SAY.puttingOnShelf);
    this.asking
      .ask<RecipesTaken>((ask) => lookupActions.takeRecipes({ ask, id, which: [...this.chosen()] }))
      .subscribe((answer) => {
        this.working.set(undefined);
        if (!answer.ok) {
          this.fault.set(answer.words);
          return;
        }
        const { ids } = answer.value;
        this.read.set(undefined);
        this.told.undoable(SAY.putOnShelf(ids.length), () => this.undo(ids));
      });
  }

  private undo(ids: readonly string[]): void {
    this.asking
      .ask((ask) => lookupActions.undoRecipes({ ask, ids }))
      .subscribe((answer) => {
        if (!answer.ok) this.fault.set(answer.words);
      });
  }

  protected leave(): void {
    this.read.set(undefined);
  }
}
