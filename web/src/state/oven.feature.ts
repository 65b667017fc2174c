import { inject } from '@angular/core';
import { HttpClient } from '@angular/common/http';
import type { OvenEntry, ProbeReading } from '@fellmist/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { ProbeSample } from '@fellmist/core/bake';
import { catchError, filter, ignoreElements, map, mergeMap, of, switchMap, takeUntil } from 'rxjs';
import { STREAM } from './stream';
import { failureWords } from './api';

export const ovenActions = createActionGroup({
  source: 'Oven',
  events: {
    Wanted: emptyProps(),
    Loaded: props<{ log: readonly OvenEntry[] }>(),
    Failed: props<{ words: string }>(),
    'Probe Listened': emptyProps(),
    'Probe Said': props<{ reading: ProbeReading; atMs: number }>(),
    'Probe Lost': emptyProps(),
    'Probe Left': emptyProps(),
    'Probe Put In': props<{ fromC: number; towardsC: number }>(),
    'Probe Not Put In': props<{ words: string }>(),
  },
});

interface OvenState {
  readonly log: readonly OvenEntry[];
  readonly failure: string | undefined;
  /** What the thermometer said last; nothing while nobody listens, or the server is lost. */
  readonly probe: ProbeReading | undefined;
  readonly samples: readonly ProbeSample[];
  /** Why the simulated one was not put in. */
  readonly probeFailure: string | undefined;
}

/** So many readings are kept. */
const KEPT = 600;

const initial: OvenState = { log: [], failure: undefined, probe: undefined, samples: [], probeFailure: undefined };

/** What the household's oven took of what was reckoned, bake by bake. */
export const ovenFeature = createFeature({
  name: 'oven',
  reducer: createReducer(
    initial,
    on(ovenActions.loaded, (state, { log }): OvenState => ({ ...state, log, failure: undefined })),
    on(ovenActions.failed, (state, { words }): OvenState => ({ ...state, failure: words })),
    on(ovenActions.probeSaid, (state, { reading, atMs }): OvenState => {
      if (reading.kind !== 'reading') return { ...state, probe: reading };
      return { ...state, probe: reading, samples: [...state.samples, { s: (atMs / 1000) * reading.pace, tempC: reading.tempC }].slice(-KEPT) };
    }),
    on(ovenActions.probeLost, (state): OvenState => ({ ...state, probe: undefined })),
    on(ovenActions.probeLeft, ovenActions.probePutIn, (state): OvenState => ({ ...state, probe: undefined, samples: [], probeFailure: undefined })),
    on(ovenActions.probeNotPutIn, (state, { words }): OvenState => ({ ...state, probeFailure: words })),
  ),
});

export const loadOven = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(ovenActions.wanted),
      switchMap(() =>
        http.get<readonly OvenEntry[]>('/api/oven').pipe(
          map((log) => ovenActions.loaded({ log })),
          catchError((error: unknown) => of(ovenActions.failed({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);

/** The thermometer is heard while somebody wants to know. */
export const hearProbe = createEffect(
  (actions = inject(Actions), stream = inject(STREAM)) =>
    actions.pipe(
      ofType(ovenActions.probeListened),
      switchMap(() =>
        stream('/api/devices/probe').pipe(
          filter(({ kind }) => kind !== 'open'),
          map((said) => (said.kind === 'said' ? ovenActions.probeSaid({ reading: said.data as ProbeReading, atMs: performance.now() }) : ovenActions.probeLost())),
          takeUntil(actions.pipe(ofType(ovenActions.probeLeft))),
        ),
      ),
    ),
  { functional: true },
);

export const putProbeIn = createEffect(
  (actions = inject(Actions), http = inject(HttpClient)) =>
    actions.pipe(
      ofType(ovenActions.probePutIn),
      mergeMap(({ fromC, towardsC }) =>
        http.post('/api/devices/probe', { deed: 'into', fromC, towardsC }).pipe(
          ignoreElements(),
          catchError((error: unknown) => of(ovenActions.probeNotPutIn({ words: failureWords(error) }))),
        ),
      ),
    ),
  { functional: true },
);
