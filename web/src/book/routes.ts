import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as bakeEffects from '../state/bake.effects';
import { bakeFeature } from '../state/bake.feature';
import * as bookEffects from '../state/book.effects';
import { bookFeature } from '../state/book.feature';
import { loadOven, ovenFeature } from '../state/oven.feature';
import * as shelfEffects from '../state/shelf.effects';
import { shelfFeature } from '../state/shelf.feature';
import { BookList } from './book-list';
import { SAY } from './words';

const ABOUT = { book: [SAY.aboutBook], taste: [SAY.aboutTaste], tasting: [SAY.aboutTasting] };

/** The Tasting book with the state that only it needs. */
export const bookRoutes: Routes = [
  {
    path: '',
    providers: [
      provideState(bakeFeature),
      provideEffects(bakeEffects),
      provideState(shelfFeature),
      provideEffects(shelfEffects),
      provideState(bookFeature),
      provideEffects(bookEffects),
      provideState(ovenFeature),
      provideEffects({ loadOven }),
    ],
    children: [
      { path: '', pathMatch: 'full', component: BookList, title: SAY.tastingBook, data: { about: ABOUT.book } },
      { path: 'learned', title: SAY.whatWasLearned, data: { about: [SAY.aboutLearned] }, loadComponent: () => import('./learned-place').then((m) => m.LearnedPlace) },
      { path: 'taste/:bakeId', title: SAY.tastingBook, data: { about: ABOUT.taste }, loadComponent: () => import('./taste-form').then((m) => m.TasteForm) },
      { path: 'tasting/:id', title: SAY.tastingBook, data: { about: ABOUT.tasting }, loadComponent: () => import('./tasting-place').then((m) => m.TastingPlace) },
      { path: 'tasting/:id/:taster', title: SAY.tastingBook, data: { about: ABOUT.tasting }, loadComponent: () => import('./odd-form').then((m) => m.OddForm) },
      { path: ':formulaId', title: SAY.tastingBook, data: { about: ABOUT.book }, loadComponent: () => import('./book-page').then((m) => m.BookPlace) },
      { path: ':formulaId/written', title: SAY.tastingBook, data: { about: ABOUT.book }, loadComponent: () => import('./written-try').then((m) => m.WrittenTry) },
      { path: ':formulaId/tasting', title: SAY.tastingBook, data: { about: ABOUT.tasting }, loadComponent: () => import('./tasting-new').then((m) => m.TastingNew) },
    ],
  },
];
