import { ChangeDetectionStrategy, Component, computed, effect, type ElementRef, inject, output, signal, viewChild } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { FoundKind, FoundPage, FoundRow } from '@fellmist/contract';
import { catchError, debounceTime, map, of, switchMap } from 'rxjs';
import { Api, failureWords } from '../state/api';
import { Field } from '../ui/zorro/field';
import { Modal, ModalContent, Modals } from '../ui/zorro/modal';
import { FOUND_WORDS, SAY } from './words';

/** So long after the last letter it is looked for. */
const AFTER_MS = 60;

const KINDS: readonly FoundKind[] = ['formula', 'try', 'note', 'taste', 'pack', 'food'];

/** Where something that was found lies. */
function placeOf({ kind, id, formulaId = '' }: FoundRow): { readonly path: readonly string[]; readonly query?: Readonly<Record<string, string>> } {
  if (kind === 'formula' || kind === 'try') return { path: ['/bench', formulaId] };
  if (kind === 'note' || kind === 'taste') return { path: ['/book', formulaId] };
  return { path: ['/larder'], query: { food: id } };
}

/** One box over everything: what begins with the words that are typed, walked with the arrows, opened with Enter. */
@Component({
  selector: 'fm-finder',
  providers: [Modals],
  imports: [Field, Modal, ModalContent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './finder.html',
  styleUrl: './finder.less',
  host: { '(document:focusin)': 'pass($event)' },
})
export class Finder {
  protected readonly say = SAY;
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  readonly closed = output();
  private readonly box = viewChild<ElementRef<HTMLInputElement>>('box');
  protected readonly typed = signal('');
  protected readonly at = signal(0);
  protected readonly found = signal<(FoundPage & { readonly q: string }) | undefined>(undefined);
  protected readonly failure = signal<string | undefined>(undefined);
  /** In the order in which they are shown: one kind after the other. */
  protected readonly rows = computed(() => {
    const rows = this.found()?.rows ?? [];
    return KINDS.flatMap((kind) => rows.filter((row) => row.kind === kind)).map((row, i, all) => ({ ...row, head: all[i - 1]?.kind === row.kind ? '' : FOUND_WORDS[row.kind] }));
  });
  protected readonly isNothing = computed(() => this.found() !== undefined && this.rows().length === 0 && this.typed().trim() !== '');

  constructor() {
    // What is typed at once belongs to the box, and not to the dialog that still opens.
    effect(() => this.box()?.nativeElement.focus());
    toObservable(this.typed)
      .pipe(
        debounceTime(AFTER_MS),
        switchMap((q) =>
          q.trim() === ''
            ? of({ q, page: { rows: [] } })
            : this.api.find(q).pipe(
                map((page) => ({ q, page })),
                catchError((error: unknown) => of({ q, words: failureWords(error) })),
              ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((answer) => {
        this.at.set(0);
        this.failure.set('words' in answer ? answer.words : undefined);
        this.found.set('page' in answer ? { ...answer.page, q: answer.q } : undefined);
      });
  }

  /**
   * The dialog takes the focus for itself when it stands there, and what closed just before gives it back to what opened it: it
   * goes on to the box.
   */
  protected pass({ target }: FocusEvent): void {
    const box = this.box()?.nativeElement;
    const dialog = box?.closest('[role=dialog]');
    if (target instanceof HTMLElement && (target === dialog || !dialog?.contains(target))) box?.focus();
  }

  protected walk(event: KeyboardEvent): void {
    const last = this.rows().length - 1;
    if (event.key === 'ArrowDown') this.at.update((at) => (at >= last ? 0 : at + 1));
    else if (event.key === 'ArrowUp') this.at.update((at) => (at <= 0 ? Math.max(last, 0) : at - 1));
    else if (event.key === 'Enter') this.open(this.found()?.q === this.typed() ? this.rows()[this.at()] : undefined);
    else return;
    event.preventDefault();
    document.getElementById(`found-${this.at()}`)?.scrollIntoView({ block: 'nearest' });
  }

  protected open(row: FoundRow | undefined): void {
    if (!row) return;
    this.closed.emit();
    const { path, query = {} } = placeOf(row);
    void this.router.navigate([...path], { queryParams: query });
  }
}
