import { Injectable, signal } from '@angular/core';
import { type Worksheet } from '@fellmist/core';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** Unsaved work on one formula in one tab. */
export interface Draft {
  /** Formula and tab: two tabs on one formula keep a draft each. */
  readonly key: string;
  readonly formulaId: string;
  readonly tabId: string;
  /** The revision that it grew from; undefined for what was never saved. */
  readonly headId: string | undefined;
  readonly title: string;
  readonly sheet: Worksheet;
  /** Milliseconds of the last change, to tell the newest. */
  readonly at: number;
}

/** What can be told of a draft without reading it through. */
export type DraftHead = Pick<Draft, 'formulaId' | 'headId' | 'title' | 'at'>;

/** A draft as found: read, or kept as text where this version does not understand it. */
export type FoundDraft = { readonly kind: 'read'; readonly draft: Draft } | { readonly kind: 'unreadable'; readonly title: string; readonly text: string };

interface DraftStore extends DBSchema {
  readonly draft: { readonly key: string; readonly value: Draft; readonly indexes: { readonly formula: string } };
}

const TAB = 'fellmist.tab';
const lockOf = (tabId: string): string => `fellmist tab ${tabId}`;

/** Whether two sheets say the same. */
export function isSame(one: Worksheet, other: Worksheet): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}

/** Takes a tab's lock until the page is gone; false where another page holds it: a tab that was duplicated carries the name of its twin. */
function holds(tabId: string): Promise<boolean> {
  if (!('locks' in navigator)) return Promise.resolve(true);
  return new Promise((resolve) => {
    void navigator.locks.request(lockOf(tabId), { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      return lock === null ? undefined : new Promise(() => undefined);
    });
  });
}

/**
 * Unsaved changes, kept in this browser's own database so that a reload or a lost server loses nothing. Where the browser
 * keeps nothing (blocked or full), `failure` says so and the bench works on without.
 */
@Injectable({ providedIn: 'root' })
export class Drafts {
  /** Why drafts cannot be kept here; undefined while they can. */
  readonly failure = signal<string | undefined>(undefined);
  private readonly tab = this.nameTab();
  private db: Promise<IDBPDatabase<DraftStore>> | undefined;

  /** Each tab has a name of its own and holds a lock by it for as long as it lives, so that others see whose drafts are whose. */
  private async nameTab(): Promise<string> {
    const before = this.session((store) => store.getItem(TAB)) ?? undefined;
    const name = before !== undefined && (await holds(before)) ? before : crypto.randomUUID();
    if (name !== before) await holds(name);
    this.session((store) => store.setItem(TAB, name));
    return name;
  }

  private session<T>(act: (store: Storage) => T): T | undefined {
    try {
      return act(sessionStorage);
    } catch {
      // A browser that keeps nothing at all: the name lasts as long as the page.
      return undefined;
    }
  }

  private async open(): Promise<IDBPDatabase<DraftStore>> {
    this.db ??= openDB<DraftStore>('fellmist', 1, {
      upgrade: (db) => {
        db.createObjectStore('draft', { keyPath: 'key' }).createIndex('formula', 'formulaId');
      },
    });
    return this.db;
  }

  private async attempt<T>(act: (db: IDBPDatabase<DraftStore>) => Promise<T>): Promise<T | undefined> {
    try {
      const done = await act(await this.open());
      this.failure.set(undefined);
      return done;
    } catch {
      this.db = undefined;
      this.failure.set('This browser keeps no drafts (its storage is blocked or full): save before you leave this page.');
      return undefined;
    }
  }

  private async keyOf(formulaId: string): Promise<string> {
    return `${formulaId} ${await this.tab}`;
  }

  async keep(draft: Pick<Draft, 'formulaId' | 'headId' | 'sheet'>): Promise<void> {
    const { formulaId, sheet } = draft;
    const [key, tabId] = [await this.keyOf(formulaId), await this.tab];
    await this.attempt((db) => db.put('draft', { ...draft, key, tabId, title: sheet.rebuild.title, at: Date.now() }));
  }

  async drop(formulaId: string): Promise<void> {
    const key = await this.keyOf(formulaId);
    await this.attempt((db) => db.delete('draft', key));
  }

  /** What this tab left of a formula, after a save of it was answered while another lay on the bench: gone where it was what was sent, else grown from that. */
  async settle(formulaId: string, sent: Worksheet, headId: string): Promise<void> {
    const key = await this.keyOf(formulaId);
    await this.attempt(async (db) => {
      const draft = await db.get('draft', key);
      if (!draft) return;
      if (isSame(draft.sheet, sent)) await db.delete('draft', key);
      else await db.put('draft', { ...draft, headId });
    });
  }

  /** Drops every draft of a formula, whoever wrote it, and gives them back for an undo. */
  async forget(formulaId: string): Promise<readonly Draft[]> {
    const gone = await this.attempt(async (db) => {
      const drafts = await db.getAllFromIndex('draft', 'formula', formulaId);
      await Promise.all(drafts.map(({ key }) => db.delete('draft', key)));
      return drafts;
    });
    return gone ?? [];
  }

  async putBack(drafts: readonly Draft[]): Promise<void> {
    await this.attempt((db) => Promise.all(drafts.map((draft) => db.put('draft', draft))));
  }

  private async livingTabs(): Promise<ReadonlySet<string>> {
    const held = 'locks' in navigator ? ((await navigator.locks.query()).held ?? []) : [];
    return new Set(held.flatMap(({ name }) => name ?? []));
  }

  /** This tab's draft of a formula, else the newest that a tab left behind which is no longer there; it becomes this tab's. */
  async find(formulaId: string): Promise<FoundDraft | undefined> {
    const drafts = (await this.attempt((db) => db.getAllFromIndex('draft', 'formula', formulaId))) ?? [];
    const living = await this.livingTabs();
    const tabId = await this.tab;
    const mine = drafts.find((draft) => draft.tabId === tabId);
    const left = drafts.filter((draft) => !living.has(lockOf(draft.tabId))).sort((a, b) => b.at - a.at)[0];
    const found = mine ?? left;
    if (!found) return undefined;
    const { worksheetSchema } = await import('@fellmist/contract');
    const read = worksheetSchema.safeParse(found.sheet);
    if (!read.success) return { kind: 'unreadable', title: found.title, text: JSON.stringify(found.sheet, null, 2) };
    if (found !== mine) {
      await this.attempt(async (db) => {
        await db.put('draft', { ...found, key: await this.keyOf(formulaId), tabId });
        await db.delete('draft', found.key);
      });
    }
    return { kind: 'read', draft: { ...found, sheet: read.data } };
  }

  /** Whatever is unsaved in this browser, one entry a formula, the newest first. */
  async list(): Promise<readonly DraftHead[]> {
    const drafts = [...((await this.attempt((db) => db.getAll('draft'))) ?? [])].sort((a, b) => b.at - a.at);
    const heads = new Map<string, DraftHead>();
    for (const { formulaId, headId, title, at } of drafts) if (!heads.has(formulaId)) heads.set(formulaId, { formulaId, headId, title, at });
    return [...heads.values()];
  }
}
