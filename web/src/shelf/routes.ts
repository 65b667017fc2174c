import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as shelfEffects from '../state/shelf.effects';
import { shelfFeature } from '../state/shelf.feature';
import { Shelf } from './shelf';
import { SAY } from './words';

/** The shelf with the state that only it needs. */
export const shelfRoutes: Routes = [
  {
    path: '',
    providers: [provideState(shelfFeature), provideEffects(shelfEffects)],
    children: [
      { path: '', pathMatch: 'full', component: Shelf },
      { path: 'recipes', title: SAY.recipesInAndOut, data: { about: [SAY.aboutRecipes] }, loadComponent: () => import('./recipes-place').then((m) => m.RecipesPlace) },
    ],
  },
];
