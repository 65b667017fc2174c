import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import { Router } from '@angular/router';
import type { Worksheet } from '@fellmist/core';
import type { BenchState } from '../state/bench.feature';
import { Screen } from '../ui/screen';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

/** Where Bake it takes the place of Save a second press on that is not yet one on this, milliseconds. */
const REST_MS = 800;

/** Save, and the next step, to bake it, which saves first what is unsaved: both always in their places. A narrow screen has room for one of them, Save while there is something to save. */
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
  protected readonly screen = inject(Screen);
  readonly state = input.required<BenchState>();
  readonly unsaved = input.required<boolean>();
  readonly saved = output();
  protected readonly isAtRest = signal(false);
  /** What was unsaved when it was pressed: the bake begins once just that is saved, or not at all where it could not be, or was changed meanwhile. */
  private readonly toBake = signal<Worksheet | undefined>(undefined);
  protected readonly canBake = computed(() => {
    const { saving, saved, waiting, conflict } = this.state();
    return saved !== undefined && !conflict && waiting.length === 0 && (saving === 'idle' || saving === 'saving');
  });
  private readonly isSaved = computed(() => this.canBake() && !this.unsaved() && this.state().saving === 'idle');

  constructor() {
    effect((ended) => {
      this.isAtRest.set(false);
      if (!this.canBake()) this.toBake.set(undefined);
      if (!this.isSaved()) return;
      const toBake = untracked(this.toBake);
      this.toBake.set(undefined);
      if (toBake !== undefined && toBake === this.state().saved) {
        this.bakeIt();
        return;
      }
      const rest = setTimeout(() => this.isAtRest.set(true), REST_MS);
      ended(() => clearTimeout(rest));
    });
  }

  protected goOn(): void {
    if (this.isSaved()) {
      this.bakeIt();
      return;
    }
    this.toBake.set(this.state().present);
    if (this.unsaved() && this.state().saving === 'idle') this.saved.emit();
  }

  private bakeIt(): void {
    void this.router.navigate(['/bakes'], { queryParams: { of: this.state().formulaId } });
  }
}
