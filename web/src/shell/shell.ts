import { ChangeDetectionStrategy, Component, type ElementRef, inject, signal, viewChild } from '@angular/core';
import { Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { benchFeature } from '../state/bench.feature';
import { larderActions } from '../state/larder.actions';
import { larderFeature } from '../state/larder.feature';
import { Icon } from '../ui/icon';
import { type IconName } from '../ui/icons';
import { Preferences } from '../state/preferences';
import { Button } from '../ui/zorro/button';

interface Place {
  readonly path: string;
  readonly name: string;
  readonly icon: IconName;
  readonly key: string;
}

const PLACES: readonly Place[] = [
  { path: '/shelf', name: 'Shelf', icon: 'shelf', key: '1' },
  { path: '/larder', name: 'Larder', icon: 'larder', key: '2' },
  { path: '/bench', name: 'Bench', icon: 'bench', key: '3' },
  { path: '/cold', name: 'Cold table', icon: 'cold', key: '4' },
  { path: '/house', name: 'House', icon: 'house', key: '5' },
];

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));
}

/** The rail of places, the place itself, and the list of keys. */
@Component({
  selector: 'fm-root',
  imports: [Button, Icon, RouterLink, RouterLinkActive, RouterOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shell.html',
  styleUrl: './shell.less',
  host: { '(document:keydown)': 'press($event)' },
})
export class Shell {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly preferences = inject(Preferences);
  protected readonly places = PLACES;
  protected readonly keysOpen = signal(false);
  protected readonly larderFailure = this.store.selectSignal(larderFeature.selectFailure);
  private readonly formulaId = this.store.selectSignal(benchFeature.selectFormulaId);
  private readonly onBench = this.store.selectSignal(benchFeature.selectPresent);
  private readonly keys = viewChild.required<ElementRef<HTMLDialogElement>>('keys');

  /** The Bench's link leads back to the formula that lies there. */
  protected linkTo(place: Place): readonly string[] {
    if (place.path !== '/bench' || !this.onBench()) return [place.path];
    return ['/bench', this.formulaId() ?? ''];
  }

  protected openKeys(): void {
    this.keys().nativeElement.showModal();
  }

  protected closeKeys(): void {
    this.keys().nativeElement.close();
  }

  protected retryLarder(): void {
    this.store.dispatch(larderActions.wanted());
  }

  protected press(event: KeyboardEvent): void {
    if (!this.preferences.singleKeys() || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || this.keys().nativeElement.open) return;
    const place = PLACES.find((candidate) => candidate.key === event.key);
    if (place) {
      event.preventDefault();
      void this.router.navigate([...this.linkTo(place)]);
    } else if (event.key === '?') this.openKeys();
  }
}
