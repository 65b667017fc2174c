import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as shelfEffects from '../state/shelf.effects';
import { shelfFeature } from '../state/shelf.feature';
import { ComparePlace } from './compare-place';
import { SAY } from './words';

/** Compare, with the shelf it chooses from. */
export const compareRoutes: Routes = [
  {
    path: '',
    providers: [provideState(shelfFeature), provideEffects(shelfEffects)],
    children: [{ path: '', component: ComparePlace, title: SAY.compare, data: { about: [SAY.aboutCompare] } }],
  },
];
