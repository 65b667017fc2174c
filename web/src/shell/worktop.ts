import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as benchEffects from '../state/bench.effects';
import { benchFeature } from '../state/bench.feature';
import * as boughtEffects from '../state/bought.effects';
import { boughtFeature } from '../state/bought.feature';
import { hearOtherTabs } from '../state/outbox.effects';
import { provideLibraryWords } from '../ui/zorro/i18n';
import { SAY } from './words';

const ABOUT = {
  shelf: [SAY.yourFormulasEachWithWhat, SAY.takeOneUpToRebuild],
  paste: [SAY.pasteARecipeAsYou],
  bench: [SAY.theOriginalAtTheLeft, SAY.theBalanceSaysHowThe],
  goals: [SAY.aboutGoals],
  cold: [SAY.frozenTreatsAndWhippedBowls],
};

/** The places where formulas are taken up and worked on, with the state of what lies on the bench. */
export const worktopRoutes: Routes = [
  {
    path: '',
    providers: [provideState(benchFeature), provideEffects(benchEffects, { hearOtherTabs }), provideState(boughtFeature), provideEffects(boughtEffects), provideLibraryWords()],
    children: [
      { path: 'shelf', title: SAY.shelf, data: { about: ABOUT.shelf }, loadChildren: () => import('../shelf/routes').then((m) => m.shelfRoutes) },
      { path: 'bench', pathMatch: 'full', title: SAY.bench, data: { about: ABOUT.bench }, loadComponent: () => import('../bench/empty-bench').then((m) => m.EmptyBench) },
      { path: 'bench/paste', title: SAY.pasteARecipe, data: { about: ABOUT.paste }, loadComponent: () => import('../bench/paste').then((m) => m.Paste) },
      { path: 'bench/:id', title: SAY.bench, data: { about: ABOUT.bench }, loadComponent: () => import('../bench/bench').then((m) => m.Bench) },
      { path: 'bench/:id/goals', title: SAY.reachAGoal, data: { about: ABOUT.goals }, loadComponent: () => import('../goals/goals-place').then((m) => m.GoalsPlace) },
      { path: 'bakes', loadChildren: () => import('../bakeday/routes').then((m) => m.bakeRoutes) },
      { path: 'book', loadChildren: () => import('../book/routes').then((m) => m.bookRoutes) },
      { path: 'compare', loadChildren: () => import('../compare/routes').then((m) => m.compareRoutes) },
      { path: 'cold', title: SAY.coldTable, data: { about: ABOUT.cold }, loadComponent: () => import('../cold/cold').then((m) => m.ColdTable) },
    ],
  },
];
