import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { bakeActions } from '../state/bake.actions';
import { bakeUrl } from '../state/bakeApi';
import { BakeDesk } from '../state/bakeDesk';
import { bakeFeature } from '../state/bake.feature';
import { Choice, type Option } from '../ui/choice';
import { type MoreItem, MoreMenu } from '../ui/more-menu';
import { Ways } from '../parts/ways';
import { Button } from '../ui/zorro/button';
import { Skeleton } from '../ui/zorro/skeleton';
import { AfterDesk } from './after-desk';
import { LinkWords } from './link-words';
import { OvenTime } from '../oven/oven-time';
import { PlanTab } from './plan-tab';
import { isOpen } from '@fellmist/core/bake';
import { SetAside } from './set-aside';
import { isToBake, TABS } from './tabs';
import { SAY } from './words';

type Show = 'plan' | 'oven' | 'after';

/** One bake: how large and in what, and what came out of it. */
@Component({
  selector: 'fm-bake-place',
  imports: [AfterDesk, Button, Choice, LinkWords, MoreMenu, OvenTime, PlanTab, RouterLink, SetAside, Skeleton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bake-place.html',
})
export class BakePlace {
  protected readonly say = SAY;
  private readonly ways = inject(Ways);
  private readonly store = inject(Store);
  protected readonly desk = inject(BakeDesk);
  readonly id = input.required<string>();
  protected readonly opening = this.store.selectSignal(bakeFeature.selectOpening);
  protected readonly failure = this.store.selectSignal(bakeFeature.selectFailure);
  protected readonly chosen = signal<Show | undefined>(undefined);
  protected readonly shows = computed((): readonly Option<Show>[] => [
    { value: 'plan', label: SAY.sizeAndTin },
    { value: 'oven', label: TABS[this.desk.heat() ?? 'none'] },
    { value: 'after', label: SAY.whatCameOut },
  ]);

  /** Once all is poured the eye goes to the oven, and once it is out of it to what came out. */
  protected readonly show = computed((): Show => {
    const [chosen, bake] = [this.chosen(), this.desk.bake()];
    if (chosen !== undefined) return chosen;
    if (bake?.lines.some(isOpen) && bake.heated === undefined) return 'plan';
    return isToBake(this.desk.heat(), bake) ? 'oven' : 'after';
  });
  protected readonly poured = computed(() => {
    const lines = this.desk.bake()?.lines ?? [];
    return SAY.pouredOf(lines.filter(({ state }) => state === 'poured').length, lines.filter(({ state }) => state !== 'left out').length);
  });
  private readonly formulaId = computed(() => this.desk.events().flatMap((event) => (event.kind === 'planned' ? [event.formulaId] : []))[0]);
  protected readonly more = computed((): readonly MoreItem[] => [
    ...this.ways.from('bakes', this.formulaId()),
    { words: SAY.exportTheBake, href: bakeUrl(this.id(), '/bake.json') },
    { words: SAY.exportAsRecipe, href: bakeUrl(this.id(), '/recipe.jsonld') },
    { words: SAY.undoTheLast, run: () => this.desk.undoLast() },
  ]);

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.chosen.set(undefined);
        this.desk.open(id);
        if (this.desk.vessels().length === 0) this.store.dispatch(bakeActions.vesselsWanted());
      });
    });
    // What a bake that is out says of the oven is still read: the page does not run on by itself.
    effect(() => {
      if (this.show() === 'oven') untracked(() => this.chosen.set('oven'));
    });
  }

  protected choose(show: Show): void {
    this.chosen.set(show);
  }

  protected retry(): void {
    this.store.dispatch(bakeActions.openWanted({ id: this.id() }));
  }
}
