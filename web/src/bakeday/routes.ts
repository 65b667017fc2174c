import { inject } from '@angular/core';
import type { CanActivateFn, Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as bakeEffects from '../state/bake.effects';
import { bakeFeature } from '../state/bake.feature';
import * as shelfEffects from '../state/shelf.effects';
import { hearProbe, loadOven, ovenFeature, putProbeIn } from '../state/oven.feature';
import * as planEffects from '../state/plan.effects';
import { planFeature } from '../state/plan.feature';
import { SAY as PLAN_SAY } from '../dayplan/words';
import { BakeDesk } from '../state/bakeDesk';
import { shelfFeature } from '../state/shelf.feature';
import { loadWeek, weekFeature } from '../state/week.feature';
import { Bakes } from './bakes';
import { SAY } from './words';

/** The bake is asked for while its page is still being made. */
const openEarly: CanActivateFn = (route) => {
  inject(BakeDesk).open(route.paramMap.get('id') ?? '');
  return true;
};

/** The bake day with the state that only it needs. */
export const bakeRoutes: Routes = [
  {
    path: '',
    providers: [
      provideState(bakeFeature),
      provideEffects(bakeEffects),
      provideState(shelfFeature),
      provideEffects(shelfEffects),
      provideState(ovenFeature),
      provideEffects({ hearProbe, loadOven, putProbeIn }),
      provideState(planFeature),
      provideEffects(planEffects),
    ],
    children: [
      { path: '', pathMatch: 'full', component: Bakes, title: SAY.bakeDay, data: { about: [SAY.aboutBakes] } },
      {
        path: 'week',
        title: PLAN_SAY.week,
        data: { about: [PLAN_SAY.aboutWeek] },
        providers: [provideState(weekFeature), provideEffects({ loadWeek })],
        loadComponent: () => import('../dayplan/week-place').then((m) => m.WeekPlace),
      },
      { path: 'day/:id', title: SAY.bakeDay, data: { about: [PLAN_SAY.aboutPlan] }, loadComponent: () => import('../dayplan/plan-place').then((m) => m.PlanPlace) },
      { path: ':id/weigh', title: SAY.bakeDay, data: { about: [SAY.aboutWeigh] }, loadComponent: () => import('./weigh').then((m) => m.Weigh) },
      { path: ':id/cards', title: SAY.bakeDay, data: { about: [SAY.aboutCards] }, loadComponent: () => import('./cards').then((m) => m.Cards) },
      { path: ':id', canActivate: [openEarly], title: SAY.bakeDay, data: { about: [SAY.aboutBake] }, loadComponent: () => import('./bake-place').then((m) => m.BakePlace) },
    ],
  },
];
