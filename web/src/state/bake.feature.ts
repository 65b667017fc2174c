import type { BakeHead, ScaleReading, StoredBake, StoredEvent } from '@fellmist/contract';
import type { BakeEvent, Vessel } from '@fellmist/core/bake';
import { createFeature, createReducer, on } from '@ngrx/store';
import { bakeActions } from './bake.actions';
import type { StockTaken } from './bakeApi';
import type { AsideEvent } from './keptEvents';

interface BakeState {
  readonly heads: readonly BakeHead[] | undefined;
  readonly listFailure: string | undefined;
  readonly opening: 'none' | 'opening' | 'open' | 'missing' | 'failed';
  readonly openingId: string | undefined;
  readonly failure: string | undefined;
  readonly stored: StoredBake | undefined;
  /** Fetched before it is asked for. */
  readonly ahead: StoredBake | undefined;
  /** All that is known of the bake on the table, told here and heard from the server. */
  readonly events: readonly BakeEvent[];
  /** Told here, and not yet known to be on the server. */
  readonly waiting: readonly BakeEvent[];
  /** The last place in the server's list that is known. */
  readonly place: number;
  readonly isLive: boolean;
  readonly refused: string | undefined;
  /** Whether what waits is told one by one, since the server refused it together. */
  readonly isOneByOne: boolean;
  readonly aside: readonly AsideEvent[];
  readonly stock: StockTaken | null | undefined;
  readonly stockFailure: string | undefined;
  readonly vessels: readonly Vessel[];
  readonly reading: ScaleReading | undefined;
}

const NOTHING_OPEN = {
  opening: 'none',
  openingId: undefined,
  failure: undefined,
  stored: undefined,
  events: [],
  waiting: [],
  place: 0,
  isLive: true,
  refused: undefined,
  isOneByOne: false,
  aside: [],
  stock: undefined,
  stockFailure: undefined,
} as const;

const initial: BakeState = { heads: undefined, ahead: undefined, listFailure: undefined, vessels: [], reading: undefined, ...NOTHING_OPEN };

function heard(state: BakeState, events: readonly StoredEvent[]): BakeState {
  if (events.length === 0) return state;
  const known = new Set(state.events.map(({ id }) => id));
  const ids = new Set(events.map(({ event }) => event.id));
  const fresh = events.filter(({ event }) => !known.has(event.id)).map(({ event }) => event);
  const waiting = state.waiting.some(({ id }) => ids.has(id)) ? state.waiting.filter(({ id }) => !ids.has(id)) : state.waiting;
  return {
    ...state,
    events: fresh.length > 0 ? [...state.events, ...fresh] : state.events,
    waiting,
    isOneByOne: state.isOneByOne && waiting.length > 0,
    place: Math.max(state.place, ...events.map(({ place }) => place)),
  };
}

export const bakeFeature = createFeature({
  name: 'bake',
  reducer: createReducer(
    initial,
    on(bakeActions.listLoaded, (state, { heads }): BakeState => ({ ...state, heads, listFailure: undefined })),
    on(bakeActions.olderLoaded, (state, { heads }): BakeState => {
      const known = new Set(state.heads?.map(({ id }) => id));
      return { ...state, heads: [...(state.heads ?? []), ...heads.filter(({ id }) => !known.has(id))], listFailure: undefined };
    }),
    on(bakeActions.listFailed, (state, { words }): BakeState => ({ ...state, listFailure: words })),
    on(bakeActions.removed, (state, { head }): BakeState => ({ ...state, heads: state.heads?.filter(({ id }) => id !== head.id) })),
    on(bakeActions.seenAhead, (state, { stored }): BakeState => ({ ...state, ahead: stored })),
    on(bakeActions.listWanted, bakeActions.openFailed, (state): BakeState => ({ ...state, ahead: undefined })),
    on(bakeActions.openWanted, (state, { id }): BakeState => ({ ...state, ...NOTHING_OPEN, opening: 'opening', openingId: id })),
    on(bakeActions.closed, (state): BakeState => ({ ...state, ...NOTHING_OPEN })),
    on(bakeActions.opened, (state, { stored, kept, aside = [] }): BakeState =>
      heard({ ...state, ...NOTHING_OPEN, ahead: undefined, opening: 'open', stored, events: kept, waiting: kept, aside }, stored.events),
    ),
    on(bakeActions.openFailed, (state, { words, isMissing }): BakeState => ({ ...state, ...NOTHING_OPEN, opening: isMissing ? 'missing' : 'failed', failure: words })),
    on(bakeActions.told, (state, { event }): BakeState => ({ ...state, events: [...state.events, event], waiting: [...state.waiting, event] })),
    on(bakeActions.heard, (state, { id, events }): BakeState => (state.stored?.id === id ? heard({ ...state, isLive: true, refused: undefined }, events) : state)),
    on(bakeActions.linkLost, (state): BakeState => ({ ...state, isLive: false })),
    on(bakeActions.linkLive, (state): BakeState => ({ ...state, isLive: true })),
    on(bakeActions.refused, (state, { words, isGone }): BakeState => ({ ...state, refused: words, isOneByOne: !isGone && state.waiting.length > 1 })),
    on(bakeActions.setAside, (state, { event, words }): BakeState => {
      const others = (list: readonly BakeEvent[]): readonly BakeEvent[] => list.filter(({ id }) => id !== event.id);
      return { ...state, refused: undefined, events: others(state.events), waiting: others(state.waiting), aside: [...state.aside, { event, words }] };
    }),
    on(bakeActions.asideDismissed, (state, { eventId }): BakeState => ({ ...state, aside: state.aside.filter(({ event }) => event.id !== eventId) })),
    on(bakeActions.stockKnown, (state, { taken }): BakeState => ({ ...state, stock: taken, stockFailure: undefined })),
    on(bakeActions.stockFailed, (state, { words }): BakeState => ({ ...state, stockFailure: words })),
    on(bakeActions.vesselsLoaded, (state, { vessels }): BakeState => ({ ...state, vessels })),
    on(bakeActions.vesselPut, (state, { vessel }): BakeState => ({ ...state, vessels: [vessel, ...state.vessels.filter(({ id }) => id !== vessel.id)] })),
    on(bakeActions.vesselRemoved, (state, { vessel }): BakeState => ({ ...state, vessels: state.vessels.filter(({ id }) => id !== vessel.id) })),
    on(bakeActions.scaleSaid, (state, { reading }): BakeState => ({ ...state, reading })),
    on(bakeActions.scaleLost, bakeActions.scaleLeft, (state): BakeState => ({ ...state, reading: undefined })),
  ),
});
