import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { Actions, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import { actActions } from '../state/acts.actions';
import { benchActions, benchFeature } from '../state/bench.feature';
import { FirstSteps } from '../state/firstSteps';
import { shelfActions } from '../state/shelf.feature';
import { take } from 'rxjs';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

interface FirstStep {
  readonly words: string;
  /** What the baker does in it: then the next one comes by itself. */
  readonly ends: readonly Action['type'][];
  /** It lasts while proposals are open. */
  readonly untilNoneIsOpen?: boolean;
}

const TOOK = [actActions.proposalTaken.type, actActions.proposalRefused.type] as const;
const STEPS: readonly FirstStep[] = [
  { words: SAY.aRecipeLiesHere, ends: [benchActions.placed.type] },
  { words: SAY.swapPressWhatYouWould, ends: [actActions.swapOpened.type] },
  {
    words: SAY.proposalsOneSwapSetsOthers,
    ends: [...TOOK, actActions.openTaken.type],
    untilNoneIsOpen: true,
  },
  {
    words: SAY.settleTheBalanceMarksWhat,
    ends: [...TOOK, actActions.allSettled.type, actActions.roleLeft.type],
  },
  {
    words: SAY.portionBeneathStandsWhatOne,
    ends: [actActions.formulaDescribed.type],
  },
];

/** A first treat taken apart in five short steps, on the real screen: each ends when it was done, or by hand. */
@Component({
  selector: 'fm-first-steps',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './first-steps.html',
  styleUrl: './first-steps.less',
})
export class FirstStepsBar {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly actions = inject(Actions);
  protected readonly firstSteps = inject(FirstSteps);
  /** What was put on the bench in the first step: only that is ever taken off again. */
  protected readonly treat = signal<{ readonly id: string; readonly title: string } | undefined>(undefined);
  private readonly onBench = this.store.selectSignal(benchFeature.selectPresent);
  protected readonly count = STEPS.length;
  protected readonly at = signal(0);
  protected readonly step = computed(() => STEPS[this.at()]?.words);

  constructor() {
    this.actions.pipe(ofType(...STEPS.flatMap(({ ends }) => ends)), takeUntilDestroyed()).subscribe(({ type }) => this.did(type));
    this.actions.pipe(ofType(benchActions.placed), takeUntilDestroyed()).subscribe(({ id, sheet }) => this.treat.update((treat) => treat ?? { id, title: sheet.rebuild.title }));
  }

  private did(type: Action['type']): void {
    const step = STEPS[this.at()];
    const isOpen = (this.onBench()?.open.length ?? 0) > 0;
    if (!step?.ends.includes(type) || (step.untilNoneIsOpen && isOpen)) return;
    this.next();
    // A swap that called for nothing beside it left nothing to take.
    if (STEPS[this.at()]?.untilNoneIsOpen && !isOpen) this.next();
  }

  protected next(): void {
    this.at.update((at) => at + 1);
  }

  protected end(): void {
    this.firstSteps.stop();
    void this.router.navigate(['/shelf']);
  }

  protected takeOff(): void {
    const treat = this.treat();
    this.firstSteps.stop();
    // Once the shelf lists it: a list that was asked for before would bring it back to the eye.
    this.actions.pipe(ofType(shelfActions.loaded, shelfActions.failed), take(1)).subscribe(() => {
      if (treat) this.store.dispatch(shelfActions.remove({ entry: treat }));
    });
    void this.router.navigate(['/shelf']);
  }
}
