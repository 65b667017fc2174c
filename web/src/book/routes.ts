import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as bakeEffects from '../state/bake.effects';
import { bakeFeature } from '../state/bake.feature';
import { bookFeature, loadBook, loadPage } from '../state/book.feature';
import { BookList } from './book-list';
import { SAY } from './words';

/** The Tasting book with the state that only it needs. */
export const bookRoutes: Routes = [
  {
    path: '',
    providers: [provideState(bakeFeature), provideEffects(bakeEffects), provideState(bookFeature), provideEffects({ loadBook, loadPage })],
    children: [
      { path: '', pathMatch: 'full', component: BookList, title: SAY.tastingBook, data: { about: [SAY.aboutBook] } },
      { path: 'taste/:bakeId', title: SAY.tastingBook, data: { about: [SAY.aboutTaste] }, loadComponent: () => import('./taste-form').then((m) => m.TasteForm) },
      { path: ':formulaId', title: SAY.tastingBook, data: { about: [SAY.aboutBook] }, loadComponent: () => import('./book-page').then((m) => m.BookPlace) },
    ],
  },
];
