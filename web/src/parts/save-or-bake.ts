import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal } from '@angular/core';
import { Router } from '@angular/router';
import type { BenchState } from '../state/bench.feature';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

/** A second press on Save is not yet one on what takes its place, milliseconds. */
const REST_MS = 800;

/** Save; and once there has been nothing to save for a moment the next step, to bake it, where the eye looks for the next step. */
@Component({
  selector: 'fm-save-or-bake',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './save-or-bake.html',
  styles: ':host { display: contents; }',
})
export class SaveOrBake {
  protected readonly say = SAY;
  private readonly router = inject(Router);
  readonly state = input.required<BenchState>();
  readonly unsaved = input.required<boolean>();
  readonly saved = output();
  protected readonly isAtRest = signal(false);

  constructor() {
    effect((ended) => {
      const { saving, saved, waiting } = this.state();
      this.isAtRest.set(false);
      if (this.unsaved() || saving !== 'idle' || !saved || waiting.length > 0) return;
      const rest = setTimeout(() => this.isAtRest.set(true), REST_MS);
      ended(() => clearTimeout(rest));
    });
  }

  protected bakeIt(): void {
    void this.router.navigate(['/bakes'], { queryParams: { of: this.state().formulaId } });
  }
}
