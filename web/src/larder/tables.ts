import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ImportPreview, ImportRow, ImportStep } from '@fellmist/contract';
import { finalize, type Subscription, switchMap, timer } from 'rxjs';
import { Asking } from '../state/asking';
import { lookupActions } from '../state/lookup.actions';
import { Choice, type Option } from '../ui/choice';
import { Button } from '../ui/zorro/button';
import { FileButton } from '../ui/file-button';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

const ACT_WORDS: Readonly<Record<ImportRow['act'], string>> = { new: 'new', update: 'updates', same: SAY.asItIs, kept: SAY.leftAlone, faulty: 'faulty' };

/** How often it is asked how far a table is read, milliseconds. */
const LOOK_MS = 500;

/** Larger files are refused before they are sent. */
const MOST_BYTES = 24 * 1024 * 1024;

/** Tables of foods and packs out as CSV, and in: a preview row by row first, nothing taken in until it is accepted. */
@Component({
  selector: 'fm-tables',
  imports: [Button, Choice, FileButton, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './tables.html',
  styleUrl: './tables.less',
})
export class TablesInAndOut {
  protected readonly say = SAY;
  private readonly asking = inject(Asking);
  protected readonly kinds: readonly Option<ImportPreview['of']>[] = [
    { label: SAY.foods2, value: 'foods' },
    { label: SAY.packs, value: 'packs' },
  ];
  private reading: Subscription | undefined;
  protected readonly isReading = signal(false);
  protected readonly of = signal<ImportPreview['of']>('foods');
  protected readonly preview = signal<ImportPreview | undefined>(undefined);
  protected readonly fileName = signal('');
  protected readonly working = signal<string | undefined>(undefined);
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly done = signal<string | undefined>(undefined);
  protected readonly actWords = ACT_WORDS;
  protected readonly takes = computed(() => {
    const counts = this.preview()?.counts;
    return counts ? counts.new + counts.update : 0;
  });
  protected readonly countWords = computed(() => {
    const counts = this.preview()?.counts;
    if (!counts) return '';
    return (Object.keys(ACT_WORDS) as ImportRow['act'][]).flatMap((act) => (counts[act] > 0 ? [`${counts[act].toLocaleString(LOCALE)} ${ACT_WORDS[act]}`] : [])).join(' · ');
  });

  protected choose(file: File): void {
    this.fault.set(undefined);
    this.done.set(undefined);
    this.preview.set(undefined);
    this.fileName.set(file.name);
    if (file.size > MOST_BYTES) {
      this.fault.set(SAY.isMbATableOf(file.name, Math.round(file.size / 1024 / 1024)));
      return;
    }
    this.working.set(SAY.reading(file.name));
    this.isReading.set(true);
    let reading = '';
    const look = timer(LOOK_MS, LOOK_MS)
      .pipe(switchMap(() => this.asking.ask<ImportStep | null>((ask) => lookupActions.importReading({ ask, of: reading }))))
      .subscribe((answer) => {
        if (answer.ok && answer.value) this.working.set(SAY.readingSoFar(file.name, answer.value.done.toLocaleString(LOCALE), answer.value.total.toLocaleString(LOCALE)));
      });
    this.reading = this.asking
      .ask<ImportPreview>((ask) => {
        reading = ask;
        return lookupActions.previewImport({ ask, file, of: this.of() });
      })
      .pipe(finalize(() => look.unsubscribe()))
      .subscribe((answer) => {
        look.unsubscribe();
        this.isReading.set(false);
        this.working.set(undefined);
        if (answer.ok) this.preview.set(answer.value);
        else this.fault.set(`${file.name}: ${answer.words}`);
      });
  }

  /** Whoever lets go of the reading ends it, at the server too. */
  protected cancel(): void {
    this.reading?.unsubscribe();
    this.isReading.set(false);
    this.working.set(undefined);
  }

  protected accept(preview: ImportPreview): void {
    this.working.set(SAY.takingItIn);
    this.asking
      .ask<{ readonly foods: number; readonly packs: number }>((ask) => lookupActions.acceptImport({ ask, id: preview.id }))
      .subscribe((answer) => {
        this.working.set(undefined);
        if (!answer.ok) {
          this.fault.set(answer.words);
          return;
        }
        this.preview.set(undefined);
        this.done.set(SAY.takenIn((answer.value.foods + answer.value.packs).toLocaleString(LOCALE), preview.of));
      });
  }

  protected leave(): void {
    this.preview.set(undefined);
    this.done.set(SAY.nothingWasTakenIn);
  }
}
