import { inject } from '@angular/core';
import { Router } from '@angular/router';
import type { StoredFormula } from '@fellmist/contract';
import type { Worksheet } from '@fellmist/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import {
  catchError,
  concat,
  concatMap,
  debounceTime,
  defer,
  EMPTY,
  filter,
  from,
  fromEvent,
  map,
  merge,
  mergeMap,
  type Observable,
  of,
  switchMap,
  tap,
  withLatestFrom,
} from 'rxjs';
import { Api, failureWords, problemOf } from './api';
import { answering, unlessDropped } from './asking';
import { ALL_ACTS } from './acts.actions';
import { benchActions, benchFeature, type BenchState } from './bench.feature';
import type { WaitingSave } from './draftBook';
import { type FoundDraft, isSame, SheetDrafts } from './drafts';
import { Outbox, withWaiting } from './outbox';
import { isOutOfReach, refusedSave, sendSave } from './outbox.effects';

function openedWith(stored: StoredFormula, saves: readonly WaitingSave[], found: FoundDraft<Worksheet> | undefined): readonly Action[] {
  const overlaid = withWaiting(stored, saves) ?? { stored, waiting: [] };
  if (found?.kind === 'unreadable') return [benchActions.opened(overlaid), benchActions.draftUnreadable(found)];
  // A save whose answer was lost left a draft of what is stored: there is nothing unsaved in it.
  return [
    benchActions.opened(found && !isSame(found.draft.body, overlaid.stored.worksheet) ? { ...overlaid, draft: { sheet: found.draft.body, headId: found.draft.base } } : overlaid),
  ];
}

/** What is stored, with what waits for the server and what was left unsaved of it; what was never stored comes back from those alone. */
export const openFormula = createEffect(
  (actions = inject(Actions), api = inject(Api), drafts = inject(SheetDrafts), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(benchActions.openWanted),
      switchMap(({ id }) =>
        from(Promise.all([outbox.of(id), drafts.find(id)])).pipe(
          switchMap(([saves, found]) =>
            api.formula(id).pipe(
              switchMap((stored) => openedWith(stored, saves, found)),
              catchError((error: unknown): Observable<Action> => {
                const kept = withWaiting(undefined, saves);
                if (kept) return from(openedWith(kept.stored, saves, found));
                if (found?.kind === 'read' && found.draft.base === undefined) return of(benchActions.placed({ id, sheet: found.draft.body }));
                return of(benchActions.openFailed({ words: failureWords(error), missing: problemOf(error)?.status === 404 }));
              }),
            ),
          ),
          tap({ complete: () => outbox.release(id) }),
        ),
      ),
    ),
  { functional: true },
);

/** What another place made of a try lies on the bench, with what was left unsaved there one step of undo beneath it. */
export const bringSheet = createEffect(
  (actions = inject(Actions), api = inject(Api), drafts = inject(SheetDrafts), outbox = inject(Outbox), store = inject(Store)) =>
    actions.pipe(
      ofType(benchActions.sheetBrought),
      concatMap(({ ask, formulaId, tryId, sheet, words }) => {
        let saves: readonly WaitingSave[] = [];
        let found: FoundDraft<Worksheet> | undefined;
        const asked = from(Promise.all([outbox.of(formulaId), drafts.find(formulaId)])).pipe(
          tap((kept) => ([saves, found] = kept)),
          switchMap(() => api.formula(formulaId)),
        );
        return answering(ask, asked, (stored) => {
          const { formulaId: here, present, saved } = store.selectSignal(benchFeature.selectBenchState)();
          const isUnderWay = here === formulaId && present !== undefined && present !== saved;
          const base = stored.tries.find(({ id }) => id === tryId) ?? stored.thisTry;
          return [...(isUnderWay ? [] : openedWith(stored, saves, found)), benchActions.grownFrom({ sheet, base, words })];
        });
      }),
    ),
  { functional: true },
);

/** A save as it stood when it was asked for; the head is that which an earlier save of the same formula may have made meanwhile. */
function saveOf({ present, base, head, formulaId, tries }: BenchState, label: string): WaitingSave | undefined {
  if (!present || formulaId === undefined) return undefined;
  const tryId = crypto.randomUUID();
  const parentId = base?.id ?? head?.id;
  return {
    formulaId,
    headId: head?.id,
    request: { tryId, label, worksheet: present, ...(base ? { parentId: base.id } : {}), ...(head ? {} : { formulaId }) },
    head: {
      id: tryId,
      number: Math.max(0, ...tries.map(({ number }) => number)) + 1,
      label,
      createdAt: new Date().toISOString(),
      ...(parentId === undefined ? {} : { parentId }),
    },
  };
}

/** Saves one after the other: one that is asked for while another is under way is sent after it, with what lay there when it was asked for. */
export const saveFormula = createEffect(
  (actions = inject(Actions), api = inject(Api), outbox = inject(Outbox), store = inject(Store)) =>
    actions.pipe(
      ofType(benchActions.save),
      withLatestFrom(store.select(benchFeature.selectBenchState)),
      concatMap(([{ label }, asked]) =>
        of(asked).pipe(
          withLatestFrom(store.select(benchFeature.selectBenchState)),
          switchMap(([, now]): Observable<Action> => {
            const isStillHere = now.formulaId === asked.formulaId;
            const save = saveOf(isStillHere ? { ...now, present: asked.present } : asked, label);
            if (!save) return EMPTY;
            const { formulaId, head, request } = save;
            const { waiting } = isStillHere ? now : asked;
            if (isStillHere && now.saved === asked.present) {
              if (waiting.length > 0) outbox.release(formulaId);
              return EMPTY;
            }
            const aside = defer(() => outbox.keep(save)).pipe(map((): Action => benchActions.saveWaits({ formulaId, head, sheet: request.worksheet })));
            if (waiting.length > 0) return aside;
            return concat(
              of(benchActions.saveSent({ formulaId })),
              sendSave(api, save).pipe(
                map((stored): Action => benchActions.saved({ formulaId, stored, sent: request })),
                catchError((error: unknown) => (isOutOfReach(error) ? aside : of(refusedSave(save, error)))),
              ),
            );
          }),
        ),
      ),
    ),
  { functional: true },
);

/** What was removed elsewhere comes back to the shelf, and the save is sent again. */
export const bringBack = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(benchActions.bringBack),
      withLatestFrom(store.select(benchFeature.selectFormulaId)),
      concatMap(([{ label }, formulaId]) =>
        formulaId === undefined
          ? EMPTY
          : api.restore(formulaId).pipe(
              map((): Action => benchActions.save({ label })),
              catchError((error: unknown) => of<Action>(benchActions.saveFailed({ formulaId, words: failureWords(error) }))),
            ),
      ),
    ),
  { functional: true },
);

export const fetchTry = createEffect(
  (actions = inject(Actions), api = inject(Api), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(benchActions.tryWanted),
      mergeMap(({ ask, formulaId, tryId }) => {
        const kept = from(outbox.of(formulaId)).pipe(map((saves) => withWaiting(undefined, saves.slice(0, saves.findIndex(({ head }) => head.id === tryId) + 1))?.stored));
        return answering(
          ask,
          kept.pipe(
            switchMap((stored) => (stored ? of(stored) : api.tryOf(formulaId, tryId))),
            unlessDropped(ask, actions),
          ),
        );
      }),
    ),
  { functional: true },
);

export const renameTry = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(benchActions.rename),
      concatMap(({ ask, formulaId, tryId, label }) => answering(ask, api.nameTry(formulaId, tryId, label), ({ tries }) => [benchActions.renamed({ formulaId, tries })])),
    ),
  { functional: true },
);

/** An answer about a formula that no longer lies on the bench settles what was left unsaved of it. */
export const settleDraft = createEffect(
  (actions = inject(Actions), store = inject(Store), drafts = inject(SheetDrafts)) =>
    actions.pipe(
      ofType(benchActions.saved),
      withLatestFrom(store.select(benchFeature.selectFormulaId)),
      filter(([{ formulaId }, here]) => formulaId !== here),
      concatMap(([{ formulaId, sent, stored }]) => drafts.settle(formulaId, sent.worksheet, stored.thisTry.id)),
    ),
  { functional: true, dispatch: false },
);

/** A sheet that goes on as a new formula stands at the new one's address. */
export const showAddress = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(benchActions.goOnAsNew),
      filter(() => router.url.startsWith('/bench/')),
      tap(({ id }) => void router.navigate(['/bench', id], { replaceUrl: true })),
    ),
  { functional: true, dispatch: false },
);

/** Pause after the last change within which a draft is written. */
const DRAFT_WITHIN_MS = 30;

/** Whatever is unsaved is kept in the browser a moment after the last change, and when the page is left. */
export const keepDraft = createEffect(
  (actions = inject(Actions), store = inject(Store), drafts = inject(SheetDrafts)) => {
    const changed = actions.pipe(
      ofType(
        benchActions.placed,
        ...ALL_ACTS,
        benchActions.grownFrom,
        benchActions.undo,
        benchActions.redo,
        benchActions.saved,
        benchActions.saveWaits,
        benchActions.discardDraft,
        benchActions.takeTheirs,
        benchActions.keepMine,
        benchActions.goOnAsNew,
      ),
      debounceTime(DRAFT_WITHIN_MS),
    );
    return merge(
      changed,
      defer(() => fromEvent(window, 'pagehide')),
    ).pipe(
      withLatestFrom(store.select(benchFeature.selectBenchState)),
      concatMap(([, { formulaId, head, present, saved }]) => {
        if (formulaId === undefined || !present) return EMPTY;
        return present === saved ? drafts.drop(formulaId) : drafts.keep({ of: formulaId, base: head?.id, title: present.rebuild.title, body: present });
      }),
    );
  },
  { functional: true, dispatch: false },
);
