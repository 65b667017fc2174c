import type { Worksheet } from '@fellmist/core';
import { createActionGroup, props } from '@ngrx/store';
import { SAY } from './words';

/** What an act of the baker made of the sheet; acts with the same `key` in a row are one step of undo. */
interface Act {
  readonly sheet: Worksheet;
  readonly key?: string;
}

/** Everything that the baker does to a sheet, by name, and what undo calls it. */
const ACTS = {
  'Swap Opened': SAY.openedASwap,
  'Proposal Taken': SAY.tookAProposal,
  'Proposal Refused': SAY.refusedAProposal,
  'Role Left': SAY.leftARoleAsIt,
  'Open Taken': SAY.tookAllThatIsOpen,
  'All Settled': SAY.settledAll,
  'Goal Aimed At': SAY.aimedAtAGoal,
  'Line Edited': SAY.changedALine,
  'Original Mended': SAY.mendedTheOriginal,
  'Line Removed': SAY.leftALineOut,
  'Line Restored': SAY.broughtALineBack,
  'Line Moved': SAY.movedALine,
  'Lines Placed': SAY.placedLines,
  'Line Doubled': SAY.doubledALine,
  'Line Described': SAY.saidHowALineGoes,
  'Line Added': SAY.addedALine,
  'Part Added': SAY.addedAPart,
  'Part Described': SAY.changedAPart,
  'Part Removed': SAY.tookAPartApart,
  'Formula Described': SAY.changedWhatItSaysOf,
} as const;

const act = props<Act>();

export const actActions = createActionGroup({
  source: 'Baker',
  events: {
    'Swap Opened': act,
    'Proposal Taken': act,
    'Proposal Refused': act,
    'Role Left': act,
    'Open Taken': act,
    'All Settled': act,
    'Goal Aimed At': act,
    'Line Edited': act,
    'Original Mended': act,
    'Line Removed': act,
    'Line Restored': act,
    'Line Moved': act,
    'Lines Placed': act,
    'Line Doubled': act,
    'Line Described': act,
    'Line Added': act,
    'Part Added': act,
    'Part Described': act,
    'Part Removed': act,
    'Formula Described': act,
  },
});

/** What undo calls an act, by its type. */
export const ACT_WORDS: ReadonlyMap<string, string> = new Map(Object.entries(ACTS).map(([name, words]) => [`[Baker] ${name}`, words]));

/** All of them, for whoever follows every change of the sheet. */
export const ALL_ACTS = Object.values(actActions) as unknown as readonly [typeof actActions.lineEdited, ...(typeof actActions.lineEdited)[]];
