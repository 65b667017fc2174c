import { type Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as benchEffects from '../state/bench.effects';
import { benchFeature } from '../state/bench.feature';

const ABOUT = {
  shelf: [
    'Your formulas, each with what a portion holds now and how far that is from its original.',
    'Take one up to rebuild it on the bench, or paste a recipe you already bake.',
  ],
  paste: ['Paste a recipe as you keep it. Each line becomes an amount, a food and its grams; what is unsure is marked, and you mend it here or later.'],
  bench: [
    'The original at the left, your rebuild beside it. Swap a food, and Fellmist proposes what has to change with it: you take, edit or refuse each.',
    'The balance says how the mix will behave against what its kind wants; the strip says what a portion holds. Everything is reckoned anew as you type.',
  ],
  cold: ['Frozen treats and whipped bowls: how much of the water is ice, how hard that scoops, how far it whips, and what overrun your own cup shows.'],
};

/** The places where formulas are taken up and worked on, with the state of what lies on the bench. */
export const worktopRoutes: Routes = [
  {
    path: '',
    providers: [provideState(benchFeature), provideEffects(benchEffects)],
    children: [
      { path: 'shelf', title: 'Shelf', data: { about: ABOUT.shelf }, loadChildren: () => import('../shelf/routes').then((m) => m.shelfRoutes) },
      { path: 'bench', pathMatch: 'full', title: 'Bench', data: { about: ABOUT.bench }, loadComponent: () => import('../bench/empty-bench').then((m) => m.EmptyBench) },
      { path: 'bench/paste', title: 'Paste a recipe', data: { about: ABOUT.paste }, loadComponent: () => import('../bench/paste').then((m) => m.Paste) },
      { path: 'bench/:id', title: 'Bench', data: { about: ABOUT.bench }, loadComponent: () => import('../bench/bench').then((m) => m.Bench) },
      { path: 'cold', title: 'Cold table', data: { about: ABOUT.cold }, loadComponent: () => import('../cold/cold').then((m) => m.ColdTable) },
    ],
  },
];
