import 'fake-indexeddb/auto';
import { deserialize, serialize } from 'node:v8';
import { TestBed } from '@angular/core/testing';
import { type Worksheet } from '@fellmist/core';
import { openDB } from 'idb';
import { DraftBook } from '../src/state/draftBook';
import { PackDrafts, SheetDrafts } from '../src/state/drafts';
import { bareSheet } from './bareSheet';

// A browser has it; the test's window has not.
globalThis.structuredClone ??= <T>(value: T): T => deserialize(serialize(value)) as T;

/** Locks that tabs hold, as a browser tells of them; this tab's own is among them. */
const held = new Set<string>();
Object.defineProperty(navigator, 'locks', {
  configurable: true,
  value: {
    request: (name: string, _options: unknown, then: (lock: unknown) => unknown) => {
      const isFree = !held.has(name);
      held.add(name);
      then(isFree ? { name } : null);
      return Promise.resolve();
    },
    query: () => Promise.resolve({ held: [...held].map((name) => ({ name })) }),
  },
});

/** A page in a tab of its own; the one before is closed unless it `stays`. */
function openTab(stays = false): { readonly sheets: SheetDrafts; readonly packs: PackDrafts; readonly book: DraftBook } {
  if (!stays) held.clear();
  sessionStorage.clear();
  TestBed.resetTestingModule();
  return { sheets: TestBed.inject(SheetDrafts), packs: TestBed.inject(PackDrafts), book: TestBed.inject(DraftBook) };
}

const titleOf = async (drafts: SheetDrafts, of: string): Promise<string | undefined> => {
  const found = await drafts.find(of);
  return found?.kind === 'read' ? found.draft.body.rebuild.title : found?.kind;
};
const keep = (drafts: SheetDrafts, of: string, title: string, base?: string): Promise<void> => drafts.keep({ of, base, title, body: bareSheet(title) });

describe('what is left unsaved in a browser', () => {
  beforeEach(async () => {
    const { sheets, packs } = openTab();
    for (const { of } of await sheets.list()) await sheets.forget(of);
    for (const { of } of await packs.list()) await packs.forget(of);
  });

  test('a tab finds its own again; what a closed tab left is taken up by the next, what a living one wrote is left alone', async () => {
    const first = openTab();
    await keep(first.sheets, 'f1', 'first tab', 'r1');
    expect(await titleOf(first.sheets, 'f1')).toBe('first tab');
    const beside = openTab(true);
    expect(await titleOf(beside.sheets, 'f1')).toBeUndefined();
    await keep(beside.sheets, 'f1', 'second tab');
    expect([await titleOf(beside.sheets, 'f1'), await titleOf(first.sheets, 'f1')]).toEqual(['second tab', 'first tab']);
    const later = openTab();
    const found = await later.sheets.find('f1');
    expect(found).toMatchObject({ kind: 'read', draft: { title: 'second tab', of: 'f1', base: undefined } });
    // It is the later tab's now: dropped there, the older one of the first tab is what is left.
    await later.sheets.drop('f1');
    expect(await titleOf(openTab().sheets, 'f1')).toBe('first tab');
  });

  test('packs and sheets of one name are apart; a pack without a name yet is understood', async () => {
    const { sheets, packs } = openTab();
    await keep(sheets, 'same', 'a sheet');
    const pack = { id: 'pack-1', name: '', kindId: '', measuresG: {}, mayContain: [], thirstTests: [], note: 'half typed' };
    await packs.keep({ of: 'same', base: '3', title: '', body: pack });
    expect(await titleOf(sheets, 'same')).toBe('a sheet');
    expect(await packs.find('same')).toMatchObject({ kind: 'read', draft: { base: '3', body: { note: 'half typed' } } });
  });

  test('one that this version does not understand is kept as text', async () => {
    const { sheets } = openTab();
    await sheets.keep({ of: 'odd', base: undefined, title: 'Odd one', body: { from: 'the future' } as unknown as Worksheet });
    expect(await sheets.find('odd')).toEqual({ kind: 'unreadable', title: 'Odd one', text: '{\n  "from": "the future"\n}' });
  });

  test('after a save: what was sent is no draft any more; what was typed since grows from it', async () => {
    const { sheets } = openTab();
    await keep(sheets, 'f1', 'sent', 'r1');
    await sheets.settle('f1', bareSheet('sent'), 'r2');
    expect(await sheets.find('f1')).toBeUndefined();
    await keep(sheets, 'f1', 'typed on', 'r1');
    await sheets.settle('f1', bareSheet('sent'), 'r2');
    expect(await sheets.find('f1')).toMatchObject({ draft: { title: 'typed on', base: 'r2' } });
    await sheets.settle('nothing here', bareSheet('sent'), 'r2');
  });

  test('the list tells one a thing, the newest; what is thrown away can be put back whole', async () => {
    const first = openTab();
    await keep(first.sheets, 'f1', 'older');
    const second = openTab(true);
    await new Promise((resolve) => setTimeout(resolve, 3));
    await keep(second.sheets, 'f1', 'newer');
    await keep(second.sheets, 'f2', 'another');
    const heads = await second.sheets.list();
    expect(heads.map(({ of, title }) => [of, title]).sort()).toEqual([
      ['f1', 'newer'],
      ['f2', 'another'],
    ]);
    const gone = await second.sheets.forget('f1');
    expect([gone.length, (await second.sheets.list()).map(({ of }) => of)]).toEqual([2, ['f2']]);
    await second.sheets.putBack(gone);
    expect(await titleOf(first.sheets, 'f1')).toBe('older');
  });

  test('a tab that was doubled carries its twin’s name and gets one of its own', async () => {
    const { book } = openTab();
    const name = await book.tab;
    TestBed.resetTestingModule();
    const twin = TestBed.inject(DraftBook);
    expect(sessionStorage.getItem('fellmist.tab')).toBe(name);
    expect(await twin.tab).not.toBe(name);
  });
});

test('sheets that an earlier version kept are still there after the upgrade', async () => {
  const { IDBFactory } = await import('fake-indexeddb');
  Object.assign(globalThis, { indexedDB: new IDBFactory() });
  const old = await openDB('fellmist', 1, {
    upgrade: (db) => {
      db.createObjectStore('draft', { keyPath: 'key' }).createIndex('formula', 'formulaId');
    },
  });
  await old.put('draft', { key: 'f9 tab', formulaId: 'f9', tabId: 'long gone', headId: 'r4', title: 'From before', sheet: bareSheet('From before'), at: 5 });
  old.close();
  const { sheets } = openTab();
  expect(await sheets.find('f9')).toMatchObject({ kind: 'read', draft: { of: 'f9', base: 'r4', title: 'From before' } });
});

test('a browser that keeps nothing is said, and nothing throws', async () => {
  Object.assign(globalThis, {
    indexedDB: {
      open: () => {
        throw new DOMException('blocked', 'SecurityError');
      },
    },
  });
  const { sheets, book } = openTab();
  await keep(sheets, 'f1', 'lost');
  expect([await sheets.find('f1'), await sheets.list(), await sheets.forget('f1')]).toEqual([undefined, [], []]);
  expect(book.failure()).toContain('save before you leave');
});
