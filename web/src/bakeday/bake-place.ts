import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { bakeActions } from '../state/bake.actions';
import { bakeUrl } from '../state/bakeApi';
import { BakeDesk } from '../state/bakeDesk';
import { bakeFeature } from '../state/bake.feature';
import { Choice, type Option } from '../ui/choice';
import { type MoreItem, MoreMenu } from '../ui/more-menu';
import { Button } from '../ui/zorro/button';
import { Skeleton } from '../ui/zorro/skeleton';
import { AfterDesk } from './after-desk';
import { LinkWords } from './link-words';
import { PlanDesk } from './plan-desk';
import { isOpen } from '@fellmist/core/bake';
import { SetAside } from './set-aside';
import { SAY } from './words';

type Show = 'plan' | 'after';

/** One bake: how large and in what, and what came out of it. */
@Component({
  selector: 'fm-bake-place',
  imports: [AfterDesk, Button, Choice, LinkWords, MoreMenu, PlanDesk, RouterLink, SetAside, Skeleton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bake-place.html',
})
export class BakePlace {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  protected readonly desk = inject(BakeDesk);
  readonly id = input.required<string>();
  protected readonly opening = this.store.selectSignal(bakeFeature.selectOpening);
  protected readonly failure = this.store.selectSignal(bakeFeature.selectFailure);
  private readonly chosen = signal<Show | undefined>(undefined);
  protected readonly shows: readonly Option<Show>[] = [
    { value: 'plan', label: SAY.sizeAndTin },
    { value: 'after', label: SAY.whatCameOut },
  ];

  /** Once all is poured the eye goes to what came out of it. */
  protected readonly show = computed((): Show => this.chosen() ?? (this.desk.bake()?.lines.some(isOpen) ? 'plan' : 'after'));
  protected readonly poured = computed(() => {
    const lines = this.desk.bake()?.lines ?? [];
    return SAY.pouredOf(lines.filter(({ state }) => state === 'poured').length, lines.filter(({ state }) => state !== 'left out').length);
  });
  protected readonly more = computed((): readonly MoreItem[] => [
    { words: SAY.exportTheBake, href: bakeUrl(this.id(), '/bake.json') },
    { words: SAY.exportAsRecipe, href: bakeUrl(this.id(), '/recipe.jsonld') },
    { words: SAY.undoTheLast, run: () => this.desk.undoLast() },
  ]);

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.desk.open(id);
        if (this.desk.vessels().length === 0) this.store.dispatch(bakeActions.vesselsWanted());
      });
    });
  }

  protected choose(show: Show): void {
    this.chosen.set(show);
  }

  protected retry(): void {
    this.store.dispatch(bakeActions.openWanted({ id: this.id() }));
  }
}
