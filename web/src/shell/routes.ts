import type { Routes } from '@angular/router';
import { SAY } from './words';

/** What a place is for, as its help says it. */
const ABOUT = {
  house: [SAY.whatTheHouseholdSettlesOnce],
  safety: [SAY.theUsualCautionsOfThe],
};

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'shelf' },
  { path: 'larder', loadChildren: () => import('./larderRoutes').then((m) => m.larderRoutes) },
  { path: 'house', title: SAY.house, data: { about: ABOUT.house }, loadChildren: () => import('../house/routes').then((m) => m.houseRoutes) },
  { path: 'safety', title: SAY.safety, data: { about: ABOUT.safety }, loadComponent: () => import('../safety/safety').then((m) => m.Safety) },
  { path: '', loadChildren: () => import('./worktop').then((m) => m.worktopRoutes) },
  { path: '**', redirectTo: 'shelf' },
];
