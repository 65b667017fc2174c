import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as boughtEffects from '../state/bought.effects';
import { boughtFeature } from '../state/bought.feature';
import * as shoppingEffects from '../state/shopping.effects';
import { shoppingFeature } from '../state/shopping.feature';
import { provideLibraryWords } from '../ui/zorro/i18n';
import { SAY } from './words';

/** The larder, its tables and one pack of it. */
export const larderRoutes: Routes = [
  {
    path: '',
    providers: [provideLibraryWords(), provideState(boughtFeature), provideEffects(boughtEffects), provideState(shoppingFeature), provideEffects(shoppingEffects)],
    children: [
      {
        path: '',
        pathMatch: 'full',
        title: SAY.larder,
        data: { about: [SAY.everyFoodFellmistKnowsFound, SAY.enterAPacksLabelOnce] },
        loadComponent: () => import('../larder/larder').then((m) => m.LarderPlace),
      },
      { path: 'tables', title: SAY.tablesInAndOut, data: { about: [SAY.packsStockAndFoodsAs] }, loadComponent: () => import('../larder/tables').then((m) => m.TablesInAndOut) },
      { path: 'shopping', title: SAY.shopping, data: { about: [SAY.aboutShopping] }, loadComponent: () => import('../larder/shopping-place').then((m) => m.ShoppingPlace) },
      { path: 'bought/:id', title: SAY.boughtTreat, data: { about: [SAY.aboutBought] }, loadComponent: () => import('../larder/bought-editor').then((m) => m.BoughtEditor) },
      { path: 'pack/:id', title: SAY.pack, data: { about: [SAY.onePackItsLabelChecked] }, loadComponent: () => import('../larder/pack-editor').then((m) => m.PackEditor) },
    ],
  },
];
