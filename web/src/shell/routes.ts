import { type Routes } from '@angular/router';

/** What a place is for, as its help says it. */
const ABOUT = {
  larder: [
    'Every food Fellmist knows, found by any of its names, and the packs in your cupboard.',
    'Enter a pack’s label once: from then on each line that uses it counts what that pack holds, costs what you paid, and is drawn from what is left.',
  ],
  tables: ['Packs, stock and foods as plain tables: take them out as CSV, edit them, take them in again. Nothing is taken in before you have seen what it changes.'],
  pack: ['One pack: its label checked against itself and its kind, your own scoop and cup, a thirst test, price and stock.'],
  house: ['What the household settles once: measures, how energy and carbs are counted, what nobody here may have. And what was removed, to bring it back.'],
  safety: ['The usual cautions of the kitchen in one place. Local codes and licensed practice come first.'],
};

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'shelf' },
  { path: 'larder', title: 'Larder', data: { about: ABOUT.larder }, loadComponent: () => import('../larder/larder').then((m) => m.LarderPlace) },
  { path: 'larder/tables', title: 'Tables in and out', data: { about: ABOUT.tables }, loadComponent: () => import('../larder/tables').then((m) => m.TablesInAndOut) },
  { path: 'larder/pack/:id', title: 'Pack', data: { about: ABOUT.pack }, loadComponent: () => import('../larder/pack-editor').then((m) => m.PackEditor) },
  { path: 'house', title: 'House', data: { about: ABOUT.house }, loadChildren: () => import('../house/routes').then((m) => m.houseRoutes) },
  { path: 'safety', title: 'Safety', data: { about: ABOUT.safety }, loadComponent: () => import('../safety/safety').then((m) => m.Safety) },
  { path: '', loadChildren: () => import('./worktop').then((m) => m.worktopRoutes) },
  { path: '**', redirectTo: 'shelf' },
];
