import type { BakeHead, ScaleDeed, ScaleReading, StoredBake, StoredEvent } from '@fellmist/contract';
import type { BakeEvent, Vessel } from '@fellmist/core/bake';
import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Ask } from './asking';
import type { StockTaken } from './bakeApi';
import type { AsideEvent } from './keptEvents';

export const bakeActions = createActionGroup({
  source: 'Bake',
  events: {
    'List Wanted': emptyProps(),
    'List Loaded': props<{ heads: readonly BakeHead[] }>(),
    /** Those that were touched before the ones that are listed. */
    'Older Wanted': props<{ after: number }>(),
    'Older Loaded': props<{ heads: readonly BakeHead[] }>(),
    'List Failed': props<{ words: string }>(),
    /** A bake that is over before Fellmist hears of it: all its events at once. */
    'Write Down': props<{ ask: Ask<StoredBake>; id: string; planned: BakeEvent; then: readonly BakeEvent[] }>(),
    Begin: props<{ ask: Ask<StoredBake>; id: string; planned: BakeEvent }>(),
    Remove: props<{ ask: Ask<unknown>; head: BakeHead }>(),
    Removed: props<{ head: BakeHead }>(),
    Restore: props<{ head: BakeHead }>(),
    /** The baker's hand is on a bake's row: it is fetched before it is asked for. */
    'Look Ahead': props<{ id: string }>(),
    'Seen Ahead': props<{ stored: StoredBake }>(),
    'Open Wanted': props<{ id: string }>(),
    Opened: props<{ stored: StoredBake; kept: readonly BakeEvent[]; aside?: readonly AsideEvent[] }>(),
    'Open Failed': props<{ words: string; isMissing: boolean }>(),
    Closed: emptyProps(),
    /** The baker did something: it counts here at once, and on the server when it hears of it. */
    Told: props<{ event: BakeEvent }>(),
    /** The server has these. */
    Heard: props<{ id: string; events: readonly StoredEvent[] }>(),
    'Link Lost': emptyProps(),
    'Link Live': emptyProps(),
    Flush: emptyProps(),
    /** The server took none of what was told, and would not at a second time: it is told again one by one. */
    Refused: props<{ words: string; isGone: boolean }>(),
    /** The one thing that the server cannot take: it no longer counts, holds up nothing, and is kept to be read. */
    'Set Aside': props<{ event: BakeEvent; words: string }>(),
    'Aside Dismissed': props<{ eventId: string }>(),
    'Stock Wanted': emptyProps(),
    'Stock Known': props<{ taken: StockTaken | null }>(),
    'Take Stock': emptyProps(),
    'Give Back Stock': emptyProps(),
    'Stock Failed': props<{ words: string }>(),
    'Vessels Wanted': emptyProps(),
    'Vessels Loaded': props<{ vessels: readonly Vessel[] }>(),
    'Put Vessel': props<{ ask: Ask<Vessel>; vessel: Vessel }>(),
    'Vessel Put': props<{ vessel: Vessel }>(),
    'Remove Vessel': props<{ vessel: Vessel }>(),
    'Vessel Removed': props<{ vessel: Vessel }>(),
    'Scale Listened': emptyProps(),
    'Scale Left': emptyProps(),
    'Scale Said': props<{ reading: ScaleReading }>(),
    'Scale Lost': emptyProps(),
    'Do To Scale': props<{ deed: ScaleDeed }>(),
  },
});
