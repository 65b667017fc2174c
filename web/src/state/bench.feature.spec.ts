import type { StoredFormula } from '@fellmist/contract';
import type { Worksheet } from '@fellmist/core';
import { actActions } from './acts.actions';
import { benchActions, benchFeature, benchReducer, type BenchState, emptyBench } from './bench.feature';

function sheet(title: string): Worksheet {
  const formula = { title, portions: 1, portionWord: 'batch', measures: 'us' as const, parts: [], method: [], notes: [] };
  return { original: formula, rebuild: formula, open: [], decisions: [] };
}

function stored(title: string, number: number): StoredFormula {
  const thisTry = { id: `r${number}`, number, label: '', createdAt: '2026-11-24T10:00:00Z' };
  return { id: 'f1', thisTry, tries: [thisTry], worksheet: sheet(title) };
}

function after(...actions: Parameters<typeof benchReducer>[1][]): BenchState {
  return actions.reduce<BenchState>(benchReducer, emptyBench);
}

const title = (state: BenchState): string | undefined => state.present?.rebuild.title;
const [a, b, c, d] = ['a', 'b', 'c', 'd'].map(sheet) as [Worksheet, Worksheet, Worksheet, Worksheet];

test('each change is a step back and forth; typing in one field is a single step', () => {
  const changes = [
    benchActions.placed({ id: 'f1', sheet: a }),
    actActions.lineEdited({ sheet: b, key: 'edit l1' }),
    actActions.lineEdited({ sheet: c, key: 'edit l1' }),
    actActions.lineEdited({ sheet: d }),
  ];
  const undone = after(...changes, benchActions.undo());
  expect(title(undone)).toBe('c');
  expect(title(benchReducer(undone, benchActions.undo()))).toBe('a');
  expect(title(benchReducer(benchReducer(undone, benchActions.undo()), benchActions.redo()))).toBe('c');
  expect(title(after(...changes, benchActions.undo(), actActions.lineEdited({ sheet: b }), benchActions.redo()))).toBe('b');
});

test('a stale save keeps mine on the bench and offers theirs; either choice loses neither', () => {
  const theirs = stored('theirs', 2);
  const stale = after(
    benchActions.opened({ stored: stored('mine before', 1), waiting: [] }),
    actActions.lineEdited({ sheet: b }),
    benchActions.saveStale({ formulaId: 'f1', current: theirs, label: 'x' }),
  );
  expect([title(stale), stale.conflict?.current]).toEqual(['b', theirs]);
  const kept = benchReducer(stale, benchActions.keepMine({ formulaId: 'f1', on: 'r2' }));
  expect([title(kept), kept.head?.id, kept.conflict]).toEqual(['b', 'r2', undefined]);
  const taken = benchReducer(stale, benchActions.takeTheirs({ formulaId: 'f1' }));
  expect([title(taken), taken.saved === taken.present, title(benchReducer(taken, benchActions.undo()))]).toEqual(['theirs', true, 'b']);
});

test('a refused save loses nothing, and what lies there is unsaved still', () => {
  const failed = after(
    benchActions.placed({ id: 'f1', sheet: a }),
    actActions.lineEdited({ sheet: b }),
    benchActions.saveSent({ formulaId: 'f1' }),
    benchActions.saveFailed({ formulaId: 'f1', words: 'no answer' }),
  );
  expect([title(failed), failed.saving, failed.saved]).toEqual(['b', 'failed', undefined]);
});

test('a draft from an earlier visit opens as one undoable step above what is saved', () => {
  const open = after(benchActions.opened({ stored: stored('saved', 1), waiting: [], draft: { sheet: c, headId: 'r1' } }));
  expect([title(open), open.fromDraft, title(benchReducer(open, benchActions.undo()))]).toEqual(['c', true, 'saved']);
});

test('each act has its name, and undo says which it takes back', () => {
  const state = after(benchActions.placed({ id: 'f1', sheet: a }), actActions.lineMoved({ sheet: b }), actActions.proposalTaken({ sheet: c }));
  const words = (of: BenchState): string => benchFeature.selectUndoWords({ bench: of });
  expect([words(state), words(benchReducer(state, benchActions.undo())), words(emptyBench)]).toEqual([': took a proposal', ': moved a line', '']);
  expect(benchReducer(benchReducer(state, benchActions.undo()), benchActions.redo()).past.at(-1)?.act).toBe('took a proposal');
});
