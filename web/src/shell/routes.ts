import type { Routes } from '@angular/router';
import { SAY } from './words';

/** What a place is for, as its help says it. */
const ABOUT = {
  larder: [SAY.everyFoodFellmistKnowsFound, SAY.enterAPacksLabelOnce],
  tables: [SAY.packsStockAndFoodsAs],
  pack: [SAY.onePackItsLabelChecked],
  house: [SAY.whatTheHouseholdSettlesOnce],
  safety: [SAY.theUsualCautionsOfThe],
};

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'shelf' },
  { path: 'larder', title: SAY.larder, data: { about: ABOUT.larder }, loadComponent: () => import('../larder/larder').then((m) => m.LarderPlace) },
  { path: 'larder/tables', title: SAY.tablesInAndOut, data: { about: ABOUT.tables }, loadComponent: () => import('../larder/tables').then((m) => m.TablesInAndOut) },
  { path: 'larder/pack/:id', title: SAY.pack, data: { about: ABOUT.pack }, loadComponent: () => import('../larder/pack-editor').then((m) => m.PackEditor) },
  { path: 'house', title: SAY.house, data: { about: ABOUT.house }, loadChildren: () => import('../house/routes').then((m) => m.houseRoutes) },
  { path: 'safety', title: SAY.safety, data: { about: ABOUT.safety }, loadComponent: () => import('../safety/safety').then((m) => m.Safety) },
  { path: '', loadChildren: () => import('./worktop').then((m) => m.worktopRoutes) },
  { path: '**', redirectTo: 'shelf' },
];
