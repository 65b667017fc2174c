import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as shelfEffects from '../state/shelf.effects';
import { shelfFeature } from '../state/shelf.feature';
import { Shelf } from './shelf';

/** The shelf with the state that only it needs. */
export const shelfRoutes: Routes = [{ path: '', component: Shelf, providers: [provideState(shelfFeature), provideEffects(shelfEffects)] }];
