import type { RunningTimer, TimerAct, TimersAnswer } from '@fellmist/contract';
import { createActionGroup, createFeature, createReducer, createSelector, emptyProps, on, props } from '@ngrx/store';

/** An act that the server has not answered yet, and when it was done: by the server's clock, or by the device's own where that was not known. */
export interface WaitingAct {
  readonly bakeId: string;
  readonly title: string;
  readonly id: string;
  readonly act: TimerAct['act'];
  readonly atMs: number;
  readonly by: 'server' | 'device';
}

export const timersActions = createActionGroup({
  source: 'Timers',
  events: {
    Wanted: emptyProps(),
    'Taken Up': props<{ waiting: readonly WaitingAct[] }>(),
    Loaded: props<{ answer: TimersAnswer; done?: string }>(),
    'Not Reached': emptyProps(),
    Told: props<{ one: WaitingAct }>(),
    Refused: props<{ id: string; words: string }>(),
    'Refusal Read': emptyProps(),
  },
});

interface TimersState {
  readonly known: readonly RunningTimer[];
  readonly waiting: readonly WaitingAct[];
  readonly isReached: boolean;
  readonly refusal: string | undefined;
}

const initial: TimersState = { known: [], waiting: [], isReached: true, refusal: undefined };

/** The timers as they are once what waits has been told. */
export function timersWithWaiting(known: readonly RunningTimer[], waiting: readonly WaitingAct[]): readonly RunningTimer[] {
  let timers = known;
  for (const { bakeId, title, act, atMs } of waiting) {
    if (act.kind === 'looked') continue;
    timers = timers.filter(({ timerId }) => timerId !== act.timerId);
    if (act.kind === 'timer set') {
      timers = [...timers, { bakeId, title, timerId: act.timerId, name: act.name, says: act.says ?? '', endsAt: new Date(atMs + act.seconds * 1000).toISOString() }];
    }
  }
  return [...timers].sort((a, b) => a.endsAt.localeCompare(b.endsAt));
}

const without = (waiting: readonly WaitingAct[], id: string | undefined): readonly WaitingAct[] => waiting.filter((one) => one.id !== id);

/** The timers of the household, whichever place of it is open. */
export const timersFeature = createFeature({
  name: 'timers',
  reducer: createReducer(
    initial,
    on(timersActions.takenUp, (state, { waiting }): TimersState => ({ ...state, waiting: [...waiting, ...state.waiting] })),
    on(timersActions.loaded, (state, { answer, done }): TimersState => ({ ...state, known: answer.timers, waiting: without(state.waiting, done), isReached: true })),
    on(timersActions.notReached, (state): TimersState => ({ ...state, isReached: false })),
    on(timersActions.told, (state, { one }): TimersState => ({ ...state, waiting: [...state.waiting, one] })),
    on(timersActions.refused, (state, { id, words }): TimersState => ({ ...state, waiting: without(state.waiting, id), refusal: words })),
    on(timersActions.refusalRead, (state): TimersState => ({ ...state, refusal: undefined })),
  ),
  extraSelectors: ({ selectKnown, selectWaiting }) => ({ selectTimers: createSelector(selectKnown, selectWaiting, timersWithWaiting) }),
});
