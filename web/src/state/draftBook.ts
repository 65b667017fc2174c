import { Injectable, signal } from '@angular/core';
import type { SaveRequest, TryHead } from '@fellmist/contract';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { remember, remembered } from '../ui/memory';
import { SAY } from './words';

/** Unsaved work on one thing in one tab. */
export interface Draft<T = unknown> {
  /** The thing and the tab: two tabs on one formula keep a draft each. */
  readonly key: string;
  readonly of: string;
  readonly tabId: string;
  /** The state of it that this grew from; undefined for what was never saved. */
  readonly base: string | undefined;
  readonly title: string;
  readonly body: T;
  /** Milliseconds of the last change, to tell the newest. */
  readonly at: number;
}

export type DraftKind = 'sheet' | 'pack';

/** A try of a formula that the server has not heard of yet. */
export interface WaitingSave {
  /** Given out by the browser's own database: in this order they are sent, whatever the clock says. */
  readonly place?: number;
  readonly formulaId: string;
  /** The try on top of which it goes; undefined where the formula is new. */
  readonly headId: string | undefined;
  readonly request: SaveRequest;
  /** How the try is named here until the server has numbered it. */
  readonly head: TryHead;
}

interface Kept {
  readonly key: string;
  readonly value: Draft;
  readonly indexes: { readonly of: string };
}

interface DraftSchema extends DBSchema {
  readonly sheet: Kept;
  readonly pack: Kept;
  readonly waiting: { readonly key: number; readonly value: WaitingSave; readonly indexes: { readonly formulaId: string } };
}

/** How sheets lay here before packs did. */
interface FirstDraft {
  readonly key: string;
  readonly formulaId: string;
  readonly tabId: string;
  readonly headId: string | undefined;
  readonly title: string;
  readonly sheet: unknown;
  readonly at: number;
}

const TAB = 'fellmist.tab';
const lockOf = (tabId: string): string => `fellmist tab ${tabId}`;

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
 * The browser's own database of unsaved work, and whose it is. Where the browser keeps nothing (blocked or full), `failure`
 * says so and the page works on without.
 */
@Injectable({ providedIn: 'root' })
export class DraftBook {
  /** Why drafts cannot be kept here; undefined while they can. */
  readonly failure = signal<string | undefined>(undefined);
  readonly tab = this.nameTab();
  private db: Promise<IDBPDatabase<DraftSchema>> | undefined;

  /** Each tab has a name of its own and holds a lock by it for as long as it lives, so that others see whose drafts are whose. */
  private async nameTab(): Promise<string> {
    const before = remembered(TAB, 'tab');
    const name = before !== undefined && (await holds(before)) ? before : crypto.randomUUID();
    if (name !== before) await holds(name);
    remember(TAB, name, 'tab');
    return name;
  }

  /** Whether the tab that wrote a draft is still there. */
  async isOfLivingTab(): Promise<(draft: Draft) => boolean> {
    const held = 'locks' in navigator ? ((await navigator.locks.query()).held ?? []) : [];
    const living = new Set(held.flatMap(({ name }) => name ?? []));
    return ({ tabId }) => living.has(lockOf(tabId));
  }

  private open(): Promise<IDBPDatabase<DraftSchema>> {
    return new Promise((resolve, reject) => {
      openDB<DraftSchema>('fellmist', 3, {
        async upgrade(db, from, _to, change) {
          db.createObjectStore('waiting', { keyPath: 'place', autoIncrement: true }).createIndex('formulaId', 'formulaId');
          if (from === 2) return;
          for (const kind of ['sheet', 'pack'] as const) db.createObjectStore(kind, { keyPath: 'key' }).createIndex('of', 'of');
          if (from === 0) return;
          const first = change as unknown as { objectStore(name: string): { getAll(): Promise<readonly FirstDraft[]> } };
          for (const { key, formulaId, tabId, headId, title, sheet, at } of await first.objectStore('draft').getAll()) {
            await change.objectStore('sheet').put({ key, of: formulaId, tabId, base: headId, title, body: sheet, at });
          }
          (db as unknown as IDBPDatabase).deleteObjectStore('draft');
        },
        // A page of an earlier version holds the database: nothing is kept until it is closed, and that is said.
        blocked: () => reject(new Error('blocked')),
        // A page of a later version wants it.
        blocking: (_now, _wanted, event) => {
          (event.target as IDBDatabase).close();
          this.db = undefined;
        },
      }).then(resolve, reject);
    });
  }

  /** Does something with the database; undefined where it cannot be done, with the reason said. */
  async attempt<T>(act: (db: IDBPDatabase<DraftSchema>) => Promise<T>): Promise<T | undefined> {
    try {
      const done = await act(await (this.db ??= this.open()));
      this.failure.set(undefined);
      return done;
    } catch {
      this.db = undefined;
      this.failure.set(SAY.thisBrowserKeepsNoDrafts);
      return undefined;
    }
  }
}
