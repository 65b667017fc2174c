import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import { type ApplicationConfig, provideBrowserGlobalErrorListeners, provideZonelessChangeDetection } from '@angular/core';
import { REMOVE_STYLES_ON_COMPONENT_DESTROY } from '@angular/platform-browser';
import { provideRouter, TitleStrategy, withComponentInputBinding, withPreloading } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import * as householdEffects from '../state/household.effects';
import { householdFeature } from '../state/household.feature';
import * as keptEffects from '../state/kept.effects';
import { keptFeature } from '../state/kept.feature';
import * as larderEffects from '../state/larder.effects';
import { larderFeature } from '../state/larder.feature';
import * as lookupEffects from '../state/lookup.effects';
import { hearReach } from '../state/reach';
import { countSending } from '../state/sending';
import { sendWaiting, settleWaiting } from '../state/outbox.effects';
import * as timersEffects from '../state/timers.effects';
import { timersFeature } from '../state/timers.feature';
import { AtRest } from './atRest';
import { PlaceTitle } from './placeTitle';
import { routes } from './routes';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    provideHttpClient(withFetch(), withInterceptors([hearReach, countSending])),
    provideRouter(routes, withComponentInputBinding(), withPreloading(AtRest)),
    provideStore({
      [larderFeature.name]: larderFeature.reducer,
      [householdFeature.name]: householdFeature.reducer,
      [keptFeature.name]: keptFeature.reducer,
      [timersFeature.name]: timersFeature.reducer,
    }),
    provideEffects(larderEffects, lookupEffects, householdEffects, keptEffects, timersEffects, { sendWaiting, settleWaiting }),
    // A style that was needed once stays: taking it out and putting it back has every element's style worked out anew.
    { provide: REMOVE_STYLES_ON_COMPONENT_DESTROY, useValue: false },
    { provide: TitleStrategy, useClass: PlaceTitle },
  ],
};
