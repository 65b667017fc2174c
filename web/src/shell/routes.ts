import { type Routes } from '@angular/router';

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'shelf' },
  { path: 'shelf', title: 'Shelf', loadChildren: () => import('../shelf/routes').then((m) => m.shelfRoutes) },
  { path: 'larder', title: 'Larder', loadComponent: () => import('../larder/larder').then((m) => m.LarderPlace) },
  { path: 'larder/tables', title: 'Tables in and out', loadComponent: () => import('../larder/tables').then((m) => m.Tables) },
  { path: 'larder/pack/:id', title: 'Pack', loadComponent: () => import('../larder/pack-editor').then((m) => m.PackEditor) },
  { path: 'bench', pathMatch: 'full', title: 'Bench', loadComponent: () => import('../bench/empty-bench').then((m) => m.EmptyBench) },
  { path: 'bench/paste', title: 'Paste a recipe', loadComponent: () => import('../bench/paste').then((m) => m.Paste) },
  { path: 'bench/:id', title: 'Bench', loadComponent: () => import('../bench/bench').then((m) => m.Bench) },
  { path: 'cold', title: 'Cold table', loadComponent: () => import('../cold/cold').then((m) => m.ColdTable) },
  { path: 'house', title: 'House', loadComponent: () => import('../house/house').then((m) => m.House) },
  { path: 'safety', title: 'Safety', loadComponent: () => import('../safety/safety').then((m) => m.Safety) },
  { path: '**', redirectTo: 'shelf' },
];
