import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { bookActions, bookFeature } from '../state/book.feature';
import { Button } from '../ui/zorro/button';
import { Skeleton } from '../ui/zorro/skeleton';
import { SAY } from './words';

/** So many are listed until all are asked for. */
const AT_A_TIME = 100;

/** Every formula that was baked to the end. */
@Component({
  selector: 'fm-book-list',
  imports: [Button, RouterLink, Skeleton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './book-list.html',
})
export class BookList {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  protected readonly heads = this.store.selectSignal(bookFeature.selectHeads);
  protected readonly failure = this.store.selectSignal(bookFeature.selectFailure);

  protected readonly shown = signal(AT_A_TIME);

  constructor() {
    this.load();
  }

  protected load(): void {
    this.store.dispatch(bookActions.listWanted());
  }
}
