import { inject, Injectable } from '@angular/core';
import type { Pack, Worksheet } from '@fellmist/core';
import { type Draft, DraftBook, type DraftKind } from './draftBook';

/** What can be told of a draft without reading it through. */
export type DraftHead = Pick<Draft, 'of' | 'base' | 'title' | 'at'>;

/** A draft as found: read, or kept as text where this version does not understand it. */
export type FoundDraft<T> = { readonly kind: 'read'; readonly draft: Draft<T> } | { readonly kind: 'unreadable'; readonly title: string; readonly text: string };

/** Whether two documents say the same. */
export function isSame(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}

/** Unsaved changes of one kind of thing, so that a reload or a lost server loses nothing. */
abstract class Drafts<T> {
  private readonly book = inject(DraftBook);
  readonly failure = this.book.failure;
  protected abstract readonly kind: DraftKind;

  /** The body as this version understands it, or undefined. */
  protected abstract understood(body: unknown): Promise<T | undefined>;

  private async keyOf(of: string): Promise<string> {
    return `${of} ${await this.book.tab}`;
  }

  async keep(draft: Pick<Draft<T>, 'of' | 'base' | 'title' | 'body'>): Promise<void> {
    const [key, tabId] = [await this.keyOf(draft.of), await this.book.tab];
    await this.book.attempt((db) => db.put(this.kind, { ...draft, key, tabId, at: Date.now() }));
  }

  async drop(of: string): Promise<void> {
    const key = await this.keyOf(of);
    await this.book.attempt((db) => db.delete(this.kind, key));
  }

  /** What this tab left of a thing, after a save of it was answered while another lay there: gone where it was what was sent, else grown from that. */
  async settle(of: string, sent: T, base: string): Promise<void> {
    const key = await this.keyOf(of);
    await this.book.attempt(async (db) => {
      const draft = await db.get(this.kind, key);
      if (!draft) return;
      if (isSame(draft.body, sent)) await db.delete(this.kind, key);
      else await db.put(this.kind, { ...draft, base });
    });
  }

  /** Drops every draft of a thing, whoever wrote it, and gives them back for an undo. */
  async forget(of: string): Promise<readonly Draft[]> {
    const gone = await this.book.attempt(async (db) => {
      const drafts = await db.getAllFromIndex(this.kind, 'of', of);
      await Promise.all(drafts.map(({ key }) => db.delete(this.kind, key)));
      return drafts;
    });
    return gone ?? [];
  }

  async putBack(drafts: readonly Draft[]): Promise<void> {
    await this.book.attempt((db) => Promise.all(drafts.map((draft) => db.put(this.kind, draft))));
  }

  /** This tab's draft of a thing, else the newest that a tab left behind which is no longer there; it becomes this tab's. */
  async find(of: string): Promise<FoundDraft<T> | undefined> {
    const drafts = (await this.book.attempt((db) => db.getAllFromIndex(this.kind, 'of', of))) ?? [];
    const [isLiving, tabId] = [await this.book.isOfLivingTab(), await this.book.tab];
    const mine = drafts.find((draft) => draft.tabId === tabId);
    const found = mine ?? drafts.filter((draft) => !isLiving(draft)).sort((a, b) => b.at - a.at)[0];
    if (!found) return undefined;
    const body = await this.understood(found.body);
    if (body === undefined) return { kind: 'unreadable', title: found.title, text: JSON.stringify(found.body, null, 2) };
    if (found !== mine) {
      await this.book.attempt(async (db) => {
        await db.put(this.kind, { ...found, key: await this.keyOf(of), tabId });
        await db.delete(this.kind, found.key);
      });
    }
    return { kind: 'read', draft: { ...found, body } };
  }

  /** Whatever is unsaved in this browser, one entry a thing, the newest first. */
  async list(): Promise<readonly DraftHead[]> {
    const drafts = [...((await this.book.attempt((db) => db.getAll(this.kind))) ?? [])].sort((a, b) => b.at - a.at);
    const heads = new Map<string, DraftHead>();
    for (const { of, base, title, at } of drafts) if (!heads.has(of)) heads.set(of, { of, base, title, at });
    return [...heads.values()];
  }
}

/** Unsaved sheets, by their formula; they grow from a try. */
@Injectable({ providedIn: 'root' })
export class SheetDrafts extends Drafts<Worksheet> {
  protected readonly kind = 'sheet';

  protected async understood(body: unknown): Promise<Worksheet | undefined> {
    const { worksheetSchema } = await import('@fellmist/contract');
    return worksheetSchema.safeParse(body).data;
  }
}

/** Unsaved packs, by their id or "new"; they grow from a version. */
@Injectable({ providedIn: 'root' })
export class PackDrafts extends Drafts<Pack> {
  protected readonly kind = 'pack';

  protected async understood(body: unknown): Promise<Pack | undefined> {
    const { packDraftSchema } = await import('@fellmist/contract');
    return packDraftSchema.safeParse(body).data;
  }
}
