import type { Routes } from '@angular/router';
import { provideLibraryWords } from '../ui/zorro/i18n';
import { SAY } from './words';

/** The larder, its tables and one pack of it. */
export const larderRoutes: Routes = [
  {
    path: '',
    providers: [provideLibraryWords()],
    children: [
      {
        path: '',
        pathMatch: 'full',
        title: SAY.larder,
        data: { about: [SAY.everyFoodFellmistKnowsFound, SAY.enterAPacksLabelOnce] },
        loadComponent: () => import('../larder/larder').then((m) => m.LarderPlace),
      },
      { path: 'tables', title: SAY.tablesInAndOut, data: { about: [SAY.packsStockAndFoodsAs] }, loadComponent: () => import('../larder/tables').then((m) => m.TablesInAndOut) },
      { path: 'pack/:id', title: SAY.pack, data: { about: [SAY.onePackItsLabelChecked] }, loadComponent: () => import('../larder/pack-editor').then((m) => m.PackEditor) },
    ],
  },
];
