import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, type OnInit, output, signal } from '@angular/core';
import type { ShelfEntry, ShelfPage } from '@fellmist/contract';
import { forkJoin } from 'rxjs';
import { Asking } from '../state/asking';
import { lookupActions } from '../state/lookup.actions';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

/** So many of a kind are offered; the shelf has the others. */
const OFFERED = 5;

/** Formulas of the shelf to begin with where nothing lies yet, of some classes or of any, the last touched first. */
@Component({
  selector: 'fm-from-shelf',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './from-shelf.html',
})
export class FromShelf implements OnInit {
  protected readonly say = SAY;
  private readonly asking = inject(Asking);
  private readonly destroyed = inject(DestroyRef);
  readonly classIds = input<readonly string[]>();
  readonly picked = output<string>();
  private readonly found = signal<readonly ShelfEntry[]>([]);
  protected readonly entries = computed(() => this.found().filter(({ fault }) => fault === undefined));

  ngOnInit(): void {
    const ids = this.classIds() ?? [undefined];
    const asked = forkJoin(ids.map((classId) => this.asking.ask<ShelfPage>((ask) => lookupActions.treatsOf({ ask, classId, limit: OFFERED })))).subscribe((answers) =>
      this.found.set(answers.flatMap((answer) => (answer.ok ? answer.value.entries : []))),
    );
    this.destroyed.onDestroy(() => asked.unsubscribe());
  }
}
