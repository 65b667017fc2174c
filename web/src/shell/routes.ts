import { type Routes } from '@angular/router';

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'shelf' },
  { path: 'larder', title: 'Larder', loadComponent: () => import('../larder/larder').then((m) => m.LarderPlace) },
  { path: 'larder/tables', title: 'Tables in and out', loadComponent: () => import('../larder/tables').then((m) => m.TablesInAndOut) },
  { path: 'larder/pack/:id', title: 'Pack', loadComponent: () => import('../larder/pack-editor').then((m) => m.PackEditor) },
  { path: 'house', title: 'House', loadChildren: () => import('../house/routes').then((m) => m.houseRoutes) },
  { path: 'safety', title: 'Safety', loadComponent: () => import('../safety/safety').then((m) => m.Safety) },
  { path: '', loadChildren: () => import('./worktop').then((m) => m.worktopRoutes) },
  { path: '**', redirectTo: 'shelf' },
];
