import { afterNextRender, ChangeDetectionStrategy, Component, computed, DestroyRef, effect, type ElementRef, inject, signal, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter, map } from 'rxjs';
import { benchFeature } from '../state/bench.feature';
import { larderActions } from '../state/larder.actions';
import { FirstSteps } from '../state/firstSteps';
import { larderFeature } from '../state/larder.feature';
import { Outbox } from '../state/outbox';
import { Reach } from '../state/reach';
import { Sending } from '../state/sending';
import { LOCALE } from '../ui/locale';
import { PageAnew } from '../state/pageAnew';
import { Preferences } from '../state/preferences';
import { FirstStepsBar } from '../parts/first-steps';
import { Icon } from '../ui/icon';
import type { IconName } from '../ui/icons';
import { type Binding, Keys } from '../ui/keys';
import { Screen } from '../ui/screen';
import { ToldNotice } from '../ui/told-notice';
import { Button } from '../ui/zorro/button';
import { Finder } from './finder';
import { Help } from './help';
import { RunningTimers } from './running-timers';
import { SAY } from './words';

interface RailPlace {
  readonly path: string;
  readonly name: string;
  readonly icon: IconName;
  readonly key: string;
}

const PLACES: readonly RailPlace[] = [
  { path: '/shelf', name: SAY.shelf, icon: 'shelf', key: '1' },
  { path: '/larder', name: SAY.larder, icon: 'larder', key: '2' },
  { path: '/bench', name: SAY.bench, icon: 'bench', key: '3' },
  { path: '/bakes', name: SAY.bakeDay, icon: 'day', key: '4' },
  { path: '/cold', name: SAY.coldTable, icon: 'cold', key: '5' },
  { path: '/book', name: SAY.tastingBook, icon: 'book', key: '6' },
  { path: '/compare', name: SAY.compare, icon: 'compare', key: '7' },
  { path: '/house', name: SAY.house, icon: 'house', key: '8' },
];

/** The rail of places, the place itself, and help for it. */
@Component({
  selector: 'fm-root',
  imports: [Button, Finder, FirstStepsBar, Help, Icon, RouterLink, RouterLinkActive, RouterOutlet, RunningTimers, ToldNotice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shell.html',
  styleUrl: './shell.less',
  host: { '(document:keydown)': 'keys.press($event)', '(window:beforeunload)': 'warnUnsent($event)', '[attr.data-sending]': 'sending.isUnderWay() || null' },
})
export class Shell {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly keys = inject(Keys);
  protected readonly preferences = inject(Preferences);
  protected readonly firstSteps = inject(FirstSteps);
  protected readonly isHelping = signal(false);
  protected readonly isFinding = signal(false);
  protected readonly larderFailure = this.store.selectSignal(larderFeature.selectFailure);
  protected readonly reach = inject(Reach);
  protected readonly sending = inject(Sending);
  private readonly outbox = inject(Outbox);
  private readonly pageAnew = inject(PageAnew);
  /** Saves that the server has not heard of yet. */
  protected readonly waiting = computed(() => this.outbox.waiting().length);
  private readonly moments = new Intl.DateTimeFormat(LOCALE, { dateStyle: 'medium', timeStyle: 'short' });
  protected readonly keptSince = computed(() => {
    const at = this.reach.keptAt();
    return at === undefined ? undefined : this.moments.format(new Date(at));
  });
  private readonly formulaId = this.store.selectSignal(benchFeature.selectFormulaId);
  private readonly onBench = this.store.selectSignal(benchFeature.selectPresent);
  private readonly isOnBench = computed(() => this.onBench() !== undefined);
  /** The places with their links, the Bench's to the formula that lies there: made anew only where that changes. */
  protected readonly places = computed(() =>
    PLACES.map((place) => ({ ...place, link: place.path === '/bench' && this.isOnBench() ? ['/bench', this.formulaId() ?? ''] : [place.path] })),
  );
  /** The browser asks before a page is left whose last words are still on their way. */
  protected warnUnsent(event: BeforeUnloadEvent): void {
    if (this.sending.isUnderWay()) event.preventDefault();
  }

  /** All that is shown is asked for again; what was typed lies in the browser's own store. */
  protected fetchAnew(): void {
    this.pageAnew.here();
  }

  private readonly page = viewChild.required<ElementRef<HTMLElement>>('page');
  private openedFrom: Element | null = null;

  /** The place that is open: its name, and what it is for. */
  private readonly here = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => {
        let route = this.router.routerState.snapshot.root;
        while (route.firstChild) route = route.firstChild;
        return { path: urlAfterRedirects.split(/[?#]/)[0] ?? '', name: route.title ?? 'Fellmist', about: (route.data['about'] ?? []) as readonly string[] };
      }),
    ),
    { initialValue: { path: '', name: SAY.fellmist2, about: [] as readonly string[] } },
  );
  protected readonly place = computed(() => this.here().name);
  protected readonly about = computed(() => this.here().about);

  constructor() {
    const bindings: readonly Binding[] = [
      ...PLACES.map(({ key, name, path }) => ({
        keys: key,
        words: SAY.goTo(name),
        run: () => void this.router.navigate(this.places().find((place) => place.path === path)?.link ?? [path]),
      })),
      { keys: '?', words: SAY.thisHelp, run: () => this.help() },
      { keys: 'Ctrl+K', words: SAY.findAnything, run: () => this.find() },
    ];
    this.keys.bind(bindings, inject(DestroyRef));
    const { isDark } = inject(Screen);
    effect(() => this.preferences.followSystem(isDark()));
    // Each place begins at its top, whatever was scrolled in the one before.
    const path = computed(() => this.here().path);
    let isScrolled = false;
    afterNextRender(() => this.page().nativeElement.addEventListener('scroll', () => (isScrolled = true), { passive: true }));
    effect(() => {
      path();
      // On a phone the rail may be wider than the screen: where one is stands in view.
      setTimeout(() => document.querySelector('.rail .here')?.scrollIntoView({ block: 'nearest', inline: 'nearest' }));
      // Asked for only where it changes something: it has the whole page laid out at once.
      if (isScrolled) this.page().nativeElement.scrollTop = 0;
      isScrolled = false;
    });
  }

  protected find(): void {
    this.openedFrom = document.activeElement;
    this.isFinding.set(true);
  }

  protected help(): void {
    this.openedFrom = document.activeElement;
    this.isHelping.set(true);
  }

  protected helped(): void {
    this.isHelping.set(false);
    this.isFinding.set(false);
    const from = this.openedFrom;
    setTimeout(() => from instanceof HTMLElement && from.focus());
  }

  protected retryLarder(): void {
    this.store.dispatch(larderActions.wanted());
  }
}
