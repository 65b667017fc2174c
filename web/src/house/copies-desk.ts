import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute } from '@angular/router';
import type { CopyDifference, CopyHead } from '@fellmist/contract';
import { Store } from '@ngrx/store';
import { copiesActions, copiesFeature } from '../state/copies.feature';
import { shareFeature } from '../state/share.feature';
import { FileButton } from '../ui/file-button';
import { showBytes } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

const KINDS: Readonly<Record<CopyHead['kind'], string>> = { daily: SAY.copyOfTheDay, hand: SAY.copyByHand, restore: SAY.copyBeforeRestore, upgrade: SAY.copyBeforeUpgrade };

const THINGS: Readonly<Record<CopyDifference['what'], string>> = {
  formulas: SAY.formulasWord,
  tries: SAY.triesWord,
  bakes: SAY.bakesWord,
  'bake-events': SAY.bakeEventsWord,
  tastings: SAY.tastingsWord,
  plans: SAY.plansWord,
  packs: SAY.packsWord,
  stock: SAY.stockWord,
  foods: SAY.foodsWord,
  'bought-treats': SAY.boughtWord,
  vessels: SAY.vesselsWord,
  pictures: SAY.picturesWord,
  'try-pictures': SAY.tryPicturesWord,
  settings: SAY.settingsWord,
};

/** Copies of the whole household: made, saved elsewhere, looked into, restored. */
@Component({
  selector: 'fm-copies-desk',
  imports: [Button, Field, FileButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './copies-desk.html',
  styleUrl: './copies-desk.less',
})
export class CopiesDesk {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly asked = toSignal(inject(ActivatedRoute).queryParamMap);
  protected readonly page = this.store.selectSignal(copiesFeature.selectPage);
  protected readonly failure = this.store.selectSignal(copiesFeature.selectFailure);
  protected readonly isBusy = this.store.selectSignal(copiesFeature.selectIsBusy);
  private readonly share = this.store.selectSignal(shareFeature.selectPage);
  /** Restoring is for the machine itself, not for a device that it let in. */
  protected readonly isOnTheMachine = computed(() => this.share()?.isHere !== false);
  private readonly looked = this.store.selectSignal(copiesFeature.selectLooked);
  private readonly moments = new Intl.DateTimeFormat(LOCALE, { dateStyle: 'medium', timeStyle: 'short' });

  /** The copy that holds what was there before a restore that was just done. */
  protected readonly before = computed(() => this.asked()?.get('before') ?? undefined);
  protected readonly rows = computed(() =>
    (this.page()?.copies ?? []).map(({ name, kind, at, bytes }) => ({ name, when: this.moments.format(new Date(at)), kind: KINDS[kind], size: showBytes(bytes) })),
  );
  protected readonly look = computed(() => {
    const looked = this.looked();
    if (!looked) return undefined;
    const words = looked.differences.map(({ what, comes, goes, changes }) => ({
      what: THINGS[what],
      words: [comes > 0 ? SAY.comeBack(comes) : '', goes > 0 ? SAY.goAway(goes) : '', changes > 0 ? SAY.becomeAsThen(changes) : ''].filter(Boolean).join(', '),
    }));
    return { id: looked.id, title: this.rows().find(({ name }) => name === looked.name)?.when ?? looked.name, words };
  });

  constructor() {
    this.store.dispatch(copiesActions.wanted());
  }

  protected make(): void {
    this.store.dispatch(copiesActions.made());
  }

  protected lookAt(name: string): void {
    this.store.dispatch(copiesActions.lookedAt({ name }));
  }

  protected lookInto(file: File): void {
    this.store.dispatch(copiesActions.fileLookedAt({ file }));
  }

  protected leave(): void {
    this.store.dispatch(copiesActions.lookLeft());
  }

  protected restore(id: string): void {
    this.store.dispatch(copiesActions.restore({ id }));
  }

  protected undo(name: string): void {
    this.store.dispatch(copiesActions.undo({ name }));
  }

  protected give(folder: string): void {
    if (folder.trim() !== '' && folder.trim() !== this.page()?.folder) this.store.dispatch(copiesActions.folderGiven({ folder: folder.trim() }));
  }
}
