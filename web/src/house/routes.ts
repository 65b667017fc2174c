import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as removedEffects from '../state/removed.effects';
import { beginAnew, copiesFeature, giveFolder, loadCopies, lookAtCopy, makeCopy, restoreCopy, undoRestore } from '../state/copies.feature';
import * as bakeEffects from '../state/bake.effects';
import { bakeFeature } from '../state/bake.feature';
import { loadOven, ovenFeature } from '../state/oven.feature';
import { removedFeature } from '../state/removed.feature';
import { leave, loadShare, sendAway, settleShare, shareFeature } from '../state/share.feature';
import { provideLibraryWords } from '../ui/zorro/i18n';
import { House } from './house';

/** The house with the state that only it needs. */
export const houseRoutes: Routes = [
  {
    path: '',
    component: House,
    providers: [
      provideState(removedFeature),
      provideEffects(removedEffects),
      provideState(bakeFeature),
      provideEffects(bakeEffects),
      provideState(ovenFeature),
      provideEffects({ loadOven }),
      provideState(copiesFeature),
      provideEffects({ beginAnew, giveFolder, loadCopies, lookAtCopy, makeCopy, restoreCopy, undoRestore }),
      provideState(shareFeature),
      provideEffects({ leave, loadShare, sendAway, settleShare }),
      provideLibraryWords(),
    ],
  },
];
