import type { BakeHead, KeptPortions, ScaleDeed, ScaleReading, StoredBake, StoredEvent } from '@fellmist/contract';
import type { BakeEvent, Vessel } from '@fellmist/core/bake';
import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Ask } from './asking';
import type { StockTaken } from './bakeApi';

export const bakeActions = createActionGroup({
  source: 'Bake',
  events: {
    'List Wanted': emptyProps(),
    'List Loaded': props<{ heads: readonly BakeHead[] }>(),
    'Kept Loaded': props<{ kept: readonly KeptPortions[] }>(),
    'List Failed': props<{ words: string }>(),
    Begin: props<{ ask: Ask<StoredBake>; id: string; planned: BakeEvent }>(),
    Remove: props<{ head: BakeHead }>(),
    Removed: props<{ head: BakeHead }>(),
    Restore: props<{ head: BakeHead }>(),
    'Open Wanted': props<{ id: string }>(),
    Opened: props<{ stored: StoredBake; kept: readonly BakeEvent[] }>(),
    'Open Failed': props<{ words: string; isMissing: boolean }>(),
    Closed: emptyProps(),
    /** The baker did something: it counts here at once, and on the server when it hears of it. */
    Told: props<{ event: BakeEvent }>(),
    /** The server has these. */
    Heard: props<{ id: string; events: readonly StoredEvent[] }>(),
    'Link Lost': emptyProps(),
    'Link Live': emptyProps(),
    Flush: emptyProps(),
    /** The server took none of what was told, and would not at a second time. */
    Refused: props<{ words: string }>(),
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
