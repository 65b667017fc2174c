import { type Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as benchEffects from '../state/bench.effects';
import { benchFeature } from '../state/bench.feature';

/** The places where formulas are taken up and worked on, with the state of what lies on the bench. */
export const worktopRoutes: Routes = [
  {
    path: '',
    providers: [provideState(benchFeature), provideEffects(benchEffects)],
    children: [
      { path: 'shelf', title: 'Shelf', loadChildren: () => import('../shelf/routes').then((m) => m.shelfRoutes) },
      { path: 'bench', pathMatch: 'full', title: 'Bench', loadComponent: () => import('../bench/empty-bench').then((m) => m.EmptyBench) },
      { path: 'bench/paste', title: 'Paste a recipe', loadComponent: () => import('../bench/paste').then((m) => m.Paste) },
      { path: 'bench/:id', title: 'Bench', loadComponent: () => import('../bench/bench').then((m) => m.Bench) },
      { path: 'cold', title: 'Cold table', loadComponent: () => import('../cold/cold').then((m) => m.ColdTable) },
    ],
  },
];
